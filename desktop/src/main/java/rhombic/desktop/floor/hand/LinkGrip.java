package rhombic.desktop.floor.hand;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.Scenery;
import rhombic.desktop.floor.Viewpoint;
import rhombic.desktop.work.Edits;
import rhombic.desktop.work.Workbench;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.place.Bend;

/**
 * A place of a link that was taken hold of: a bend that is there, or one that comes into being as it is dragged.
 *
 * @param bend index of the bend; of a new one, where it will stand among the others
 */
record LinkGrip(Link link, int bend, boolean isNew) implements Grip {
    private static final double LINE_PIXELS = 6;
    private static final double BEND_PIXELS = 9;

    /** The nearest bend, or else the nearest line of a link. */
    static Optional<LinkGrip> at(FloorView floor, double x, double y) {
        Study study = floor.study();
        LinkGrip nearest = null;
        double min = LINE_PIXELS;
        for (int i = 0; i < study.links().size(); i++) {
            Link link = study.links().get(i);
            for (int b = 0; b < link.bends().size(); b++) {
                Bend bend = link.bends().get(b);
                Optional<Viewpoint.Pixel> at = floor.pixelOf(bend.xMetres(), bend.yMetres(), Scenery.LINK_Z);
                if (at.isPresent() && Math.hypot(at.get().x() - x, at.get().y() - y) < BEND_PIXELS) {
                    return Optional.of(new LinkGrip(link, b, false));
                }
            }
            List<double[]> corners = corners(study, link);
            for (int c = 0; c + 1 < corners.size(); c++) {
                double distance = distance(floor, corners.get(c), corners.get(c + 1), x, y);
                if (distance < min) {
                    min = distance;
                    nearest = new LinkGrip(link, link.bends().isEmpty() ? 0 : c, true);
                }
            }
        }
        return Optional.ofNullable(nearest);
    }

    @Override
    public void select(Workbench bench) {
        bench.selectLink(link);
    }

    @Override
    public String hint() {
        return link.from() + " to " + link.to() + ": click selects the link, Del takes it out\n" + Grip.super.hint();
    }

    @Override
    public String noun() {
        return "bend the link to " + link.to();
    }

    @Override
    public Study dragged(Study study, Viewpoint.FloorPoint spot) {
        return Edits.bent(study, link, bend, isNew, new Bend(Grip.fine(spot.x()), Grip.fine(spot.y())));
    }

    @Override
    public Study takenOut(Study study) {
        return Edits.straightened(study, link, bend);
    }

    @Override
    public Optional<Path> path(Study study) {
        Link bent = study.links().stream().filter(l -> l.ends().equals(link.ends())).findFirst().orElse(link);
        return study.find(link.from()).flatMap(from -> study.find(link.to()).map(to -> Layout.path(bent, from, to)));
    }

    @Override
    public List<Viewpoint.Pixel> corners(FloorView floor) {
        List<Viewpoint.Pixel> pixels = new ArrayList<>();
        link.bends().forEach(b -> floor.pixelOf(b.xMetres(), b.yMetres(), Scenery.LINK_Z).ifPresent(pixels::add));
        return pixels;
    }

    /** As it is drawn; of a link with bends the straight lines between them, by which a new bend is put in. */
    private static List<double[]> corners(Study study, Link link) {
        List<double[]> corners = new ArrayList<>();
        if (link.bends().isEmpty()) {
            Layout.drawn(study, link).outline().forEach(at -> corners.add(new double[] {at.x(), at.y()}));
            return corners;
        }
        Pose start = Layout.outlet(study.find(link.from()).orElseThrow(), link.fromPort());
        Pose end = Layout.inlet(study.find(link.to()).orElseThrow(), link.toPort());
        corners.add(new double[] {start.x(), start.y()});
        link.bends().forEach(b -> corners.add(new double[] {b.xMetres(), b.yMetres()}));
        corners.add(new double[] {end.x(), end.y()});
        return corners;
    }

    private static double distance(FloorView floor, double[] from, double[] to, double x, double y) {
        Optional<Viewpoint.Pixel> a = floor.pixelOf(from[0], from[1], Scenery.LINK_Z);
        Optional<Viewpoint.Pixel> b = floor.pixelOf(to[0], to[1], Scenery.LINK_Z);
        if (a.isEmpty() || b.isEmpty()) {
            return Double.MAX_VALUE;
        }
        double dx = b.get().x() - a.get().x();
        double dy = b.get().y() - a.get().y();
        double length = dx * dx + dy * dy;
        double part = length < 1e-9 ? 0 : Math.clamp(((x - a.get().x()) * dx + (y - a.get().y()) * dy) / length, 0, 1);
        return Math.hypot(a.get().x() + part * dx - x, a.get().y() + part * dy - y);
    }
}
