package rhombic.study.way;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.StopPoint;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.place.Port;

/**
 * Where a port is reached by whoever carries there along aisles.
 *
 * @param net of the first group that does
 */
public record PortStop(PlantElement element, Port port, AisleNet net, AisleNet.Stop stop) {
    /** All of a study whose equipment, or the aisle on which they lie, is admitted; each port once. */
    public static List<PortStop> of(Study study, Predicate<PlantElement> admitted) {
        return new Finding(study, admitted).stops;
    }

    private static final class Finding {
        private final Study study;
        private final Predicate<PlantElement> admitted;
        private final Map<Boolean, AisleNet> nets = new HashMap<>();
        private final Set<List<String>> known = new HashSet<>();
        private final List<PortStop> stops = new ArrayList<>();

        Finding(Study study, Predicate<PlantElement> admitted) {
            this.study = study;
            this.admitted = admitted;
            for (Link link : study.links()) {
                if (link.travel() instanceof Travel.Carried carried) {
                    study.groups().stream().filter(group -> group.meets(carried.need()) && group.goOnAisles()).findFirst()
                            .ifPresent(group -> add(link, group));
                }
            }
        }

        private void add(Link link, ResourceGroup group) {
            AisleNet net = nets.computeIfAbsent(group.arePeople(), people -> AisleNet.of(study.elements(), people))
                    .admitting(aisle -> aisle.admits(group));
            if (!net.isEmpty()) {
                study.find(link.from()).ifPresent(from -> add(from, from.port(link.fromPort(), false), net, group));
                study.find(link.to()).ifPresent(to -> add(to, to.port(link.toPort(), true), net, group));
            }
        }

        private void add(PlantElement element, Port port, AisleNet net, ResourceGroup group) {
            if (!known.add(List.of(element.name(), port.name()))) {
                return;
            }
            PortStop found = new PortStop(element, port, net,
                    net.stop(Layout.standing(element, port, group.reachMetres())).orElseThrow());
            if (admitted.test(element) || admitted.test(found.aisle())) {
                stops.add(found);
            }
        }
    }

    /** On which it lies. */
    public PlantElement aisle() {
        return net.aisles().get(net.stretches().get(stop.stretch()).aisle());
    }

    /** On the floor. */
    public Pose pose() {
        return Pose.at(stop.x(), stop.y(), 0, 0);
    }

    /** Where the port itself is. */
    public Pose portPose() {
        return Layout.pose(element, port);
    }

    /** The stop on the aisle that is nearest to a point of the floor. */
    public PortStop movedTo(double x, double y) {
        AisleNet.Stop there = net.nearest(x, y);
        Pose at = portPose();
        return new PortStop(element, port, net, new AisleNet.Stop(there.stretch(), there.metres(), there.x(), there.y(),
                Math.hypot(there.x() - at.x(), there.y() - at.y()), true));
    }

    /** The study with the port reached from this stop. */
    public Study appliedTo(Study study) {
        Pose middle = element.placement().pose();
        double angle = Math.toRadians(middle.heading());
        double dx = stop.x() - middle.x();
        double dy = stop.y() - middle.y();
        return with(study, new StopPoint(port.name(), millimetres(dx * Math.cos(angle) + dy * Math.sin(angle)),
                millimetres(dy * Math.cos(angle) - dx * Math.sin(angle))));
    }

    /** The study with the port reached from where an aisle is nearest. */
    public Study undoneIn(Study study) {
        return with(study, null);
    }

    private Study with(Study study, @Nullable StopPoint point) {
        return study.changed(element.name(),
                e -> e.with(e.basics().withDuty(e.basics().duty().withStop(port.name(), point))));
    }

    /** That of the same port in another study. */
    public Optional<PortStop> in(Study study) {
        return of(study, other -> other.name().equals(element.name())).stream()
                .filter(other -> other.element.name().equals(element.name()) && other.port.name().equals(port.name())).findFirst();
    }

    private static double millimetres(double metres) {
        return Math.round(metres * 1000) / 1000.0;
    }
}
