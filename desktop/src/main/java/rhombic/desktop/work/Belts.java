package rhombic.desktop.work;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.Conveyor;
import rhombic.study.place.Fitting;
import rhombic.study.place.Placement;
import rhombic.study.place.Port;
import rhombic.study.value.Names;
import rhombic.study.value.Routing;
import rhombic.study.value.Selection;
import rhombic.study.value.StudyException;

/** Conveyors cut in two, put together and laid anew, with what hangs on them. */
public final class Belts {
    private static final double MIN_METRES = 0.05;

    private Belts() {}

    /**
     * Cuts a conveyor in two that far along its way. The first keeps the name and what leads into it, the second takes over what
     * leads out; both are linked.
     *
     * @throws StudyException if one of the two would be too short, or a divert or merge lies there
     */
    public static Study split(Study study, Conveyor conveyor, double metres) {
        double length = conveyor.conveyorPath().metres();
        if (!(metres >= MIN_METRES && metres <= length - MIN_METRES)) {
            throw new StudyException("It can be cut from 0.05 m to " + Quantity.metres(Math.floor((length - MIN_METRES) * 100) / 100)
                    + " from its beginning; got " + Quantity.metres(metres));
        }
        List<Fitting> before = new ArrayList<>();
        List<Fitting> behind = new ArrayList<>();
        for (Fitting fitting : conveyor.fittings()) {
            double at = fitting.position().inBaseUnit();
            if (Math.abs(at - metres) < MIN_METRES) {
                throw new StudyException(fitting.name() + " is there: cut it before or behind that");
            }
            if (at < metres) {
                before.add(fitting);
            } else {
                behind.add(fitting.withPosition(Quantity.metres(Math.round((at - metres) * 1e6) / 1e6)));
            }
        }
        String name = Names.free(conveyor.name(), new HashSet<>(study.names()));
        Conveyor both = conveyor.withIndexing(new Conveyor.Indexing(conveyor.indexing().pitch(), OptionalInt.empty()));
        Conveyor begins = both.withFittings(before).continuing(conveyor.conveyorPath().part(0, metres));
        Conveyor first = begins.with(begins.basics().withOutletShut(List.of()).withRouting(Routing.PREFERENCE));
        Conveyor second = beginningAt(both.withFittings(behind).withConveyorPath(conveyor.conveyorPath().part(metres, length))
                .with(conveyor.basics().withId(name).named(name).withInletShut(List.of()).withSelection(Selection.OLDEST)),
                conveyor.path().at(metres));
        Set<String> moved = new HashSet<>(behind.stream().map(Fitting::name).toList());
        List<Link> links = new ArrayList<>();
        for (Link link : study.links()) {
            boolean leaves = link.from().equals(conveyor.name())
                    && (conveyor.port(link.fromPort(), false).name().equals(Port.OUT) || moved.contains(link.fromPort()));
            boolean comes = link.to().equals(conveyor.name()) && moved.contains(link.toPort());
            links.add(link.between(leaves ? name : link.from(), comes ? name : link.to()));
        }
        links.add(new Link(conveyor.name(), name));
        return study.withLinks(List.of()).changed(conveyor.name(), e -> first).with(List.of(second), List.of()).withLinks(links);
    }

    /** Which name each divert, merge and sensor of the second gets, so that none is there twice. */
    private static Map<String, String> names(Conveyor first, Conveyor second) {
        Set<String> taken = new HashSet<>(first.fittings().stream().map(Fitting::name).toList());
        Map<String, String> names = new HashMap<>();
        for (Fitting fitting : second.fittings()) {
            String name = Names.free(fitting.name(), taken);
            taken.add(name);
            names.put(fitting.name(), name);
        }
        return names;
    }

    private static Conveyor beginningAt(Conveyor conveyor, Pose start) {
        Pose offset = Pose.at(0, 0, 0, start.heading()).of(conveyor.conveyorPath().start(0));
        double height = start.z() - Layout.inlet(conveyor, "").z() + conveyor.placement().zMetres();
        return (Conveyor) conveyor.placed(new Placement(start.x() - offset.x(), start.y() - offset.y(),
                Math.max(0, Math.round(height * 1e6) / 1e6), start.heading()));
    }

    /** The conveyor that begins where this one ends and takes from nobody else, so that both can be one. */
    public static Optional<Conveyor> next(Study study, Conveyor conveyor) {
        List<Link> ends = study.linksFrom(conveyor.name()).stream()
                .filter(link -> conveyor.port(link.fromPort(), false).name().equals(Port.OUT)).toList();
        if (ends.size() != 1) {
            return Optional.empty();
        }
        return study.find(ends.getFirst().to()).filter(Conveyor.class::isInstance).map(Conveyor.class::cast).filter(next -> {
            boolean isOnlyGiver = study.links().stream().filter(link -> link.to().equals(next.name()) && link.toPort().isEmpty())
                    .count() == 1;
            Pose end = Layout.outlet(conveyor, "");
            Pose start = Layout.inlet(next, "");
            double headingDegrees = Math.abs((end.heading() - start.heading() + 540) % 360 - 180);
            return isOnlyGiver && ends.getFirst().toPort().isEmpty() && end.distanceTo(start) < Snapping.GRID_METRES / 10
                    && headingDegrees < 1
                    && next.lanes() == conveyor.lanes();
        });
    }

    /** Makes one of a conveyor and the one behind it; it keeps the name and the settings of the first, and
     * at its end those of the second. */
    public static Study joined(Study study, Conveyor conveyor, Conveyor next) {
        double length = conveyor.conveyorPath().metres();
        Map<String, String> names = names(conveyor, next);
        List<Fitting> fittings = new ArrayList<>(conveyor.fittings());
        for (Fitting fitting : next.fittings()) {
            fittings.add(fitting.named(names.getOrDefault(fitting.name(), fitting.name())).withId("")
                    .withPosition(Quantity.metres(Math.round((fitting.position().inBaseUnit() + length) * 1e6) / 1e6)));
        }
        Conveyor laid = conveyor.continuing(conveyor.conveyorPath().then(next.conveyorPath())).withFittings(fittings)
                .withIndexing(new Conveyor.Indexing(conveyor.indexing().pitch(), OptionalInt.empty()));
        Conveyor whole = laid
                .with(laid.basics().withRouting(next.basics().routing()).withOutletShut(next.basics().outletShut()));
        List<Link> links = new ArrayList<>();
        for (Link link : study.links()) {
            if (link.from().equals(conveyor.name()) && link.to().equals(next.name())) {
                continue;
            }
            boolean leaves = link.from().equals(next.name());
            boolean comes = link.to().equals(next.name());
            links.add(link.between(leaves ? conveyor.name() : link.from(), comes ? conveyor.name() : link.to())
                    .withPorts(leaves ? names.getOrDefault(link.fromPort(), link.fromPort()) : link.fromPort(),
                            comes ? names.getOrDefault(link.toPort(), link.toPort()) : link.toPort()));
        }
        return study.without(Set.of(next.name())).changed(conveyor.name(), e -> whole).withLinks(links);
    }
}
