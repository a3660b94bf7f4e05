package rhombic.study.check;

import java.util.List;
import java.util.Optional;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;

/** A link along which members of a group may carry, between elements that are there. */
record CarriedLink(Link link, PlantElement from, PlantElement to) {
    /** Those of a group, in the order of the links. */
    static List<CarriedLink> of(Study study, ResourceGroup group) {
        return study.links().stream().filter(link -> link.travel() instanceof Travel.Carried carried && group.meets(carried.need()))
                .flatMap(link -> of(study, link).stream()).toList();
    }

    private static Optional<CarriedLink> of(Study study, Link link) {
        return study.find(link.from()).flatMap(from -> study.find(link.to()).map(to -> new CarriedLink(link, from, to)));
    }

    /** Whether nobody else is called for it. */
    boolean isOfOneGroup(Study study) {
        return link.travel() instanceof Travel.Carried by && study.groups().stream().filter(group -> group.meets(by.need())).count() == 1;
    }

    Pose outlet() {
        return Layout.outlet(from, link.fromPort());
    }

    Pose inlet() {
        return Layout.inlet(to, link.toPort());
    }
}
