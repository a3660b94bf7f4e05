package rhombic.plant;

import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.measure.ModeFigures;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.IdleNode;
import rhombic.plant.staff.Staff;
import rhombic.study.kind.Crew;

/** Where the people of a crew are at home; formulas can ask how many of them are busy or free. */
final class CrewNode extends IdleNode {
    private final Crew crew;

    CrewNode(Flow flow, int index, Crew crew) {
        super(flow, index, crew);
        this.crew = crew;
    }

    @Override
    public List<ModeFigures> modes() {
        Staff staff = flow.staff();
        return staff == null ? List.of() : staff.modes(name());
    }

    @Override
    @Nullable
    public Object further(String name) {
        return crew.readable().contains(name)
                ? (Object) (double) flow.staffed().count(name(), name.equals(Crew.BUSY))
                : super.further(name);
    }
}
