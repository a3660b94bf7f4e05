package rhombic.scene;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.PrimitiveIterator;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Travel;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Dock;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.place.PieceOffset;
import rhombic.study.place.Port;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.PieceType;
import rhombic.trace.Moment;

/** Puts every piece where it is drawn. Made once for a study; used by one thread. */
public final class Scene {
    /** How high pieces stand on rollers and tables. */
    public static final double TABLE_METRES = Port.TABLE_METRES;
    /** From one piece to the next on rollers. */
    public static final double PITCH_METRES = 0.8;

    /** Pieces stacked higher than this are not drawn; the number over the equipment counts them all. */
    private static final double HIGHEST_STACK_METRES = 4;
    private static final double TURN_NANOS = 20e9;

    private final UnfoldedStudy study;
    private final List<PlantElement> elements;
    private final List<PieceType> types;
    private final int[] firstKind;
    private final int[] looks;
    private final PieceSizes sizes;
    private final PiecePlaces pieces;
    /** Of links, made when first asked for: after each edit most are never looked at. */
    private final @Nullable Path[] paths;
    /** For each equipment, where what comes from another is seen first. */
    private final List<Map<Integer, Pose>> entries;
    private final BeltScene belts;
    private final PeopleScene people;
    private final RackScene racks;
    private final CraneScene cranes;
    private final HallCraneScene hallCranes;
    /** Of racks that are far away. */
    private final @Nullable RackFaces[] faces;
    /** How each resource holds what it carries. */
    private final ResourceGroup.Grip[] grips;
    /** Of equipment, made when first asked for. */
    private final @Nullable Pose[] exits;
    private final double[] cos;
    private final double[] sin;

    public Scene(UnfoldedStudy study) {
        this.study = study;
        people = new PeopleScene(study);
        racks = new RackScene(study);
        cranes = new CraneScene(study);
        hallCranes = new HallCraneScene(study);
        grips = study.members().stream().map(member -> ((ResourceGroup) study.element(member.group())).grip())
                .toArray(ResourceGroup.Grip[]::new);
        elements = study.elements();
        faces = new RackFaces[elements.size()];
        types = study.study().pieceTypes();
        int n = types.size();
        sizes = new PieceSizes(types);
        pieces = new PiecePlaces(types, sizes);
        firstKind = new int[n];
        looks = new int[n];
        for (int i = 0; i < n; i++) {
            looks[i] = types.get(i).looks().size();
            firstKind[i] = i == 0 ? 0 : firstKind[i - 1] + looks[i - 1];
        }
        cos = new double[elements.size()];
        sin = new double[elements.size()];
        exits = new Pose[elements.size()];
        belts = new BeltScene(study, sizes);
        entries = new ArrayList<>(elements.size());
        for (int i = 0; i < elements.size(); i++) {
            PlantElement element = elements.get(i);
            cos[i] = Math.cos(Math.toRadians(element.placement().headingDegrees()));
            sin[i] = Math.sin(Math.toRadians(element.placement().headingDegrees()));
            entries.add(new HashMap<>());
        }
        paths = new Path[study.links().size()];
        for (int i = 0; i < paths.length; i++) {
            Link link = study.link(i);
            if (!(link.travel() instanceof Travel.AtOnce)) {
                int to = study.to(i);
                entries.get(to).put(study.from(i), Layout.inlet(elements.get(to), link.toPort()));
            }
        }
    }

    private Pose exit(int node) {
        Pose exit = exits[node];
        if (exit == null) {
            exit = Layout.outlet(elements.get(node), "");
            exits[node] = exit;
        }
        return exit;
    }

    /** How many types and looks there are in all. */
    public int kinds() {
        return types.isEmpty() ? 0 : firstKind[types.size() - 1] + looks[types.size() - 1];
    }

    /** Number of the type and look among all types and looks. */
    public int kindOf(int type, int look) {
        return firstKind[type] + Math.min(look, looks[type] - 1);
    }

    /** The path of a link, by its number. */
    public Path path(int link) {
        Path path = paths[link];
        if (path == null) {
            int from = study.from(link);
            int to = study.to(link);
            boolean leadsBackToo = Arrays.stream(study.linksFrom(to))
                    .anyMatch(back -> study.to(back) == from && Layout.isPlain(study.link(back)));
            path = Layout.drawn(study.link(link), elements.get(from), elements.get(to), leadsBackToo);
            paths[link] = path;
        }
        return path;
    }

    /** The people, as posed for the last moment. */
    public PeopleScene people() {
        return people;
    }

    /** Whether a rack is far away: what is in its slots is then seen on its {@link #faces} alone. */
    public void setFar(int node, boolean isFar) {
        boolean was = faces[node] != null;
        if (was != isFar) {
            faces[node] = isFar && elements.get(node) instanceof Rack rack ? new RackFaces(rack.layout()) : null;
        }
    }

    /** What is seen on the outside of a rack that is far away, as posed last; null: each load is posed by itself. */
    public @Nullable RackFaces faces(int node) {
        return faces[node];
    }

    /** The stacker cranes, as posed for the last moment. */
    public CraneScene cranes() {
        return cranes;
    }

    /** The bridge and gantry cranes, as posed for the last moment. */
    public HallCraneScene hallCranes() {
        return hallCranes;
    }

    /**
     * Poses everybody and every piece.
     *
     * @param glideNanos time of the run over which a hand-over that takes no time is drawn as a movement; 0 for none
     */
    public void pose(Moment moment, double glideNanos, Poses into) {
        into.clear();
        people.pose(moment);
        cranes.pose(moment);
        hallCranes.pose(moment);
        for (int node = 0; node < moment.nodes(); node++) {
            int first = moment.firstAt(node);
            if (first >= 0 || faces[node] != null) {
                into.at(node);
                poseAt(node, first, moment, glideNanos, into);
            }
        }
        for (int link = 0; link < paths.length; link++) {
            into.at(moment.nodes() + link);
            for (int body = moment.firstOnLink(link); body >= 0; body = moment.next(body)) {
                int carrier = moment.carrierOf(body);
                if (carrier >= 0) {
                    inHands(body, carrier, moment, into);
                } else if (moment.placeOf(body) >= 0) {
                    whereHandedOn(body, link, moment, into);
                } else {
                    Pose pose = path(link).at(moment.metresAlong(body));
                    add(body, moment, pose.x(), pose.y(), pose.z(), pose.heading(), into);
                }
            }
        }
    }

    /** On the floor where it waits to be taken on to another zone, with the others, four side by side and then upon each other. */
    private void whereHandedOn(int body, int link, Moment moment, Poses into) {
        int zone = moment.placeOf(body);
        int below = 0;
        for (int other = moment.firstOnLink(link); other != body; other = moment.next(other)) {
            below += moment.carrierOf(other) < 0 && moment.placeOf(other) == zone ? 1 : 0;
        }
        Pose middle = study.element(study.from(link)) instanceof Rack rack ? rack.handOn(zone) : path(link).at(0);
        int type = moment.typeOf(body);
        Pose at = middle.of(Pose.at((below % 2 - 0.5) * sizes.length(type), (below / 2 % 2 - 0.5) * sizes.width(type),
                below / 4 * sizes.stack(type), 0));
        add(body, moment, at.x(), at.y(), at.z(), at.heading(), into);
    }

    /** Where its carrier holds it, above what is there already. */
    private void inHands(int body, int carrier, Moment moment, Poses into) {
        int type = moment.typeOf(body);
        if (hallCranes.hangs(carrier)) {
            Pose load = hallCranes.load(carrier, sizes.height(type));
            add(body, moment, load.x(), load.y(), load.z(), load.heading(), into);
            return;
        }
        ResourceGroup.Grip grip = grips[carrier];
        if (!grip.trailers().isEmpty()) {
            onTrailer(body, carrier, grip, moment, into);
            return;
        }
        double heading = people.headingDegrees(carrier);
        double ahead = grip.frontMetres() + (grip.across() ? sizes.width(type) : sizes.length(type)) / 2;
        double turn = Math.toRadians(heading);
        add(body, moment, people.x(carrier) + ahead * Math.cos(turn), people.y(carrier) + ahead * Math.sin(turn),
                people.holdsAtMetres(carrier) + moment.belowOf(body) * sizes.stack(type), grip.across() ? heading + 90 : heading, into);
    }

    /** On the trailer of its place, or the trolley, side by side, then one on the other. */
    private void onTrailer(int body, int carrier, ResourceGroup.Grip grip, Moment moment, Poses into) {
        int number = 0;
        int place = moment.belowOf(body);
        while (number < grip.trailers().size() - 1 && place >= grip.trailers().get(number)) {
            place -= grip.trailers().get(number++);
        }
        int type = moment.typeOf(body);
        ResourceGroup.Grip.Deck deck = grip.deck();
        int along = Math.max(1, (int) (deck.lengthMetres() / sizes.length(type)));
        int across = Math.max(1, (int) (deck.widthMetres() / sizes.width(type)));
        int inLayer = place % (along * across);
        double x = (inLayer / across - (along - 1) / 2.0) * deck.lengthMetres() / along;
        double y = (inLayer % across - (across - 1) / 2.0) * deck.widthMetres() / across;
        Pose at = people.trailer(carrier, number).of(Pose.at(x, y, 0, 0));
        add(body, moment, at.x(), at.y(), deck.heightMetres() + place / (along * across) * sizes.stack(type), at.heading(), into);
    }

    /** Those at a rack that are posed one by one: all, or, of one that is far away, those in no slot. */
    private PrimitiveIterator.OfInt bodies(int node, int first, Moment moment) {
        RackFaces far = faces[node];
        if (far == null) {
            return IntStream.iterate(first, body -> body >= 0, moment::next).iterator();
        }
        far.follow(node, moment, body -> kindOf(moment.typeOf(body), moment.lookOf(body)));
        return far.outside().stream().mapToInt(Integer::intValue).iterator();
    }

    private void poseAt(int node, int first, Moment moment, double glideNanos, Poses into) {
        PlantElement element = elements.get(node);
        if (element instanceof Conveyor conveyor) {
            belts.pose(conveyor, node, first, moment,
                    (body, pose) -> add(body, moment, pose.x(), pose.y(), pose.z(), pose.heading(), into));
            return;
        }
        if (element instanceof Rack rack) {
            racks.pose(rack, node, bodies(node, first, moment), moment,
                    (body, x, y, z, heading) -> add(body, moment, x, y, z, heading, into));
            return;
        }
        pieces.begin(element);
        PieceOffset offset = element.basics().pieceOffset();
        double headingDegrees = element.placement().headingDegrees() + offset.headingDegrees();
        for (int body = first; body >= 0; body = moment.next(body)) {
            pieces.next(element, moment.placeOf(body), moment.pieceOf(body), moment.typeOf(body));
            if (pieces.isWaiting() && pieces.z() > HIGHEST_STACK_METRES) {
                continue;
            }
            double x = pieces.x() + offset.xMetres();
            double y = pieces.y() + offset.yMetres();
            double z = pieces.z() + offset.zMetres() + element.placement().zMetres();
            double worldX = element.placement().xMetres() + x * cos[node] - y * sin[node];
            double worldY = element.placement().yMetres() + x * sin[node] + y * cos[node];
            int from = moment.fromNodeOf(body);
            double done = glideNanos <= 0 ? 1 : (moment.timeNanos() - moment.sinceNanos(body)) / glideNanos;
            if (done < 1 && from >= 0 && !moment.isDone(body)) {
                Pose start = entries.get(node).getOrDefault(from, exit(from));
                double eased = done * done * (3 - 2 * done);
                worldX = start.x() + (worldX - start.x()) * eased;
                worldY = start.y() + (worldY - start.y()) * eased;
                z = start.z() + (z - start.z()) * eased;
            }
            add(body, moment, worldX, worldY, z, headingDegrees + (element instanceof Dock ? docked(moment, body) : pieces.turn()), into);
        }
    }

    /** A truck turns round when it comes, so that its rear is where pieces are moved. */
    private static double docked(Moment moment, int body) {
        double part = Math.clamp((moment.timeNanos() - moment.sinceNanos(body)) / TURN_NANOS, 0, 1);
        return 180 * part * part * (3 - 2 * part);
    }

    private void add(int body, Moment moment, double x, double y, double z, double headingDegrees, Poses into) {
        int type = moment.typeOf(body);
        into.add(body, kindOf(type, moment.lookOf(body)), x, y, z, headingDegrees);
        if (moment.firstOn(body) >= 0) {
            poseOn(body, type, x, y, z, headingDegrees, moment, into);
        }
    }

    /** What lies on the piece, side by side, then layer on layer. */
    private void poseOn(int carrier, int below, double carrierX, double carrierY, double carrierZ, double headingDegrees, Moment moment,
            Poses into) {
        double room = sizes.length(below);
        double depth = sizes.width(below);
        double left = -room / 2;
        double front = -depth / 2;
        double z = carrierZ + sizes.height(below);
        double rowDepth = 0;
        double layer = 0;
        double angle = Math.toRadians(headingDegrees);
        double c = Math.cos(angle);
        double s = Math.sin(angle);
        for (int body = moment.firstOn(carrier); body >= 0 && z < carrierZ + HIGHEST_STACK_METRES; body = moment.next(body)) {
            int type = moment.typeOf(body);
            double length = sizes.length(type);
            double width = sizes.width(type);
            if (left + length > room / 2 + 1e-9 && left > -room / 2) {
                left = -room / 2;
                front += rowDepth + PieceSizes.GAP_METRES;
                rowDepth = 0;
            }
            if (front + width > depth / 2 + 1e-9 && front > -depth / 2) {
                left = -room / 2;
                front = -depth / 2;
                rowDepth = 0;
                z += layer + PieceSizes.GAP_METRES;
                layer = 0;
            }
            double x = Math.min(left + length / 2, Math.max(0, room / 2 - length / 2));
            double y = Math.min(front + width / 2, Math.max(0, depth / 2 - width / 2));
            add(body, moment, carrierX + x * c - y * s, carrierY + x * s + y * c, z, headingDegrees, into);
            left += length + PieceSizes.GAP_METRES;
            rowDepth = Math.max(rowDepth, width);
            layer = Math.max(layer, sizes.height(type));
        }
    }
}
