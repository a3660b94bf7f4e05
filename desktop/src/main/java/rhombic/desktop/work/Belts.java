package rhombic.desktop.work;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.Conveyor;
import rhombic.study.value.Fitting;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/** Conveyors cut in two, put together and laid anew, with what hangs on them. */
public final class Belts {
    private static final double LEAST_METRES = 0.05;

    private Belts() {}

    /**
     * Cuts a conveyor in two that far along its way. The first keeps the name and what leads into it, the second takes over what
     * leads out; both are linked.
     *
     * @throws StudyException if one of the two would be too short, or a divert or merge lies there
     */
    public static Study split(Study study, Conveyor conveyor, double metres) {
        double length = conveyor.route().metres();
        if (!(metres >= LEAST_METRES && metres <= length - LEAST_METRES)) {
            throw new StudyException("It can be cut from 0.05 m to " + Quantity.metres(Math.floor((length - LEAST_METRES) * 100) / 100)
                    + " from its beginning; got " + Quantity.metres(metres));
        }
        List<Fitting> before = new ArrayList<>();
        List<Fitting> behind = new ArrayList<>();
        for (Fitting fitting : conveyor.fittings()) {
            double at = fitting.at().inBaseUnit();
            if (Math.abs(at - metres) < LEAST_METRES) {
                throw new StudyException(fitting.name() + " is there: cut it before or behind that");
            }
            if (at < metres) {
                before.add(fitting);
            } else {
                behind.add(fitting.at(Quantity.metres(Math.round((at - metres) * 1e6) / 1e6)));
            }
        }
        String name = Names.free(conveyor.name(), new HashSet<>(study.names()));
        Conveyor first = conveyor.withFittings(before).goingOn(conveyor.route().part(0, metres));
        Pose cut = conveyor.path().at(metres);
        Conveyor rest = conveyor.withFittings(behind).withRoute(conveyor.route().part(metres, length));
        rest = beginningAt((Conveyor) rest.with(rest.basics().withId(name).named(name)), cut);
        Set<String> moved = new HashSet<>(behind.stream().map(Fitting::name).toList());
        List<Link> links = new ArrayList<>();
        for (Link link : study.links()) {
            boolean leaves = link.from().equals(conveyor.name())
                    && (conveyor.port(link.fromPort(), false).name().equals("out") || moved.contains(link.fromPort()));
            boolean comes = link.to().equals(conveyor.name()) && moved.contains(link.toPort());
            links.add(link.between(leaves ? name : link.from(), comes ? name : link.to()));
        }
        links.add(new Link(conveyor.name(), name));
        Conveyor second = rest;
        return study.withLinks(List.of()).changed(conveyor.name(), e -> first).with(List.of(second), List.of()).withLinks(links);
    }

    private static Conveyor beginningAt(Conveyor conveyor, Pose start) {
        Pose offset = Pose.at(0, 0, 0, start.heading()).of(conveyor.route().start(0));
        double height = start.z() - Layout.inlet(conveyor, "").z() + conveyor.placement().zMetres();
        return (Conveyor) conveyor.placed(new rhombic.study.value.Placement(start.x() - offset.x(), start.y() - offset.y(),
                Math.max(0, Math.round(height * 1e6) / 1e6), start.heading()));
    }

    /** The conveyor that begins where this one ends and takes from nobody else, so that both can be one. */
    public static Optional<Conveyor> next(Study study, Conveyor conveyor) {
        List<Link> ends = study.linksFrom(conveyor.name()).stream()
                .filter(link -> conveyor.port(link.fromPort(), false).name().equals("out")).toList();
        if (ends.size() != 1) {
            return Optional.empty();
        }
        return study.find(ends.getFirst().to()).filter(Conveyor.class::isInstance).map(Conveyor.class::cast).filter(next -> {
            boolean isOnlyGiver = study.links().stream().filter(link -> link.to().equals(next.name()) && link.toPort().isEmpty())
                    .count() == 1;
            Pose end = Layout.outlet(conveyor, "");
            Pose start = Layout.inlet(next, "");
            double turned = Math.abs((end.heading() - start.heading() + 540) % 360 - 180);
            return isOnlyGiver && ends.getFirst().toPort().isEmpty() && end.distanceTo(start) < Snapping.GRID_METRES / 10 && turned < 1
                    && next.lanes() == conveyor.lanes();
        });
    }

    /** Makes one of a conveyor and the one behind it; it keeps the name and the settings of the first. */
    public static Study joined(Study study, Conveyor conveyor, Conveyor next) {
        double length = conveyor.route().metres();
        List<Fitting> fittings = new ArrayList<>(conveyor.fittings());
        Set<String> taken = new HashSet<>(fittings.stream().map(Fitting::name).toList());
        List<String[]> renamed = new ArrayList<>();
        for (Fitting fitting : next.fittings()) {
            String name = Names.free(fitting.name(), taken);
            taken.add(name);
            renamed.add(new String[] {fitting.name(), name});
            fittings.add(fitting.named(name).at(Quantity.metres(Math.round((fitting.at().inBaseUnit() + length) * 1e6) / 1e6)));
        }
        Conveyor whole = conveyor.goingOn(conveyor.route().then(next.route())).withFittings(fittings);
        List<Link> links = new ArrayList<>();
        for (Link link : study.links()) {
            if (link.from().equals(conveyor.name()) && link.to().equals(next.name())) {
                continue;
            }
            boolean leaves = link.from().equals(next.name());
            boolean comes = link.to().equals(next.name());
            links.add(link.between(leaves ? conveyor.name() : link.from(), comes ? conveyor.name() : link.to())
                    .withPorts(leaves ? renamed(link.fromPort(), renamed) : link.fromPort(),
                            comes ? renamed(link.toPort(), renamed) : link.toPort()));
        }
        return study.without(Set.of(next.name())).changed(conveyor.name(), e -> whole).withLinks(links);
    }

    private static String renamed(String name, List<String[]> renamed) {
        return renamed.stream().filter(pair -> pair[0].equals(name)).map(pair -> pair[1]).findFirst().orElse(name);
    }
}
