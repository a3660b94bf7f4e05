package rhombic.plant;

import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.measure.ModeFigures;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.IdleNode;
import rhombic.plant.staff.Staff;
import rhombic.study.kind.ResourceGroup;

/** Where the members of a group are at home; formulas can ask how many of them are busy or free. */
final class GroupNode extends IdleNode {
    private final ResourceGroup group;

    GroupNode(Flow flow, int index, ResourceGroup group) {
        super(flow, index, group);
        this.group = group;
    }

    @Override
    public List<ModeFigures> modes() {
        Staff staff = flow.staff();
        return staff == null ? List.of() : staff.modes(name());
    }

    @Override
    @Nullable
    public Object further(String name) {
        return group.readable().contains(name)
                ? (Object) (double) flow.staffed().count(name(), name.equals(ResourceGroup.BUSY))
                : super.further(name);
    }
}
