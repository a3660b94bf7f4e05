package rhombic.study.unfold;

import java.util.ArrayList;
import java.util.List;
import rhombic.study.kind.StackerCrane;

/**
 * A stacker crane and its parts that move on it, each a mover of its own. Movers are numbered with all members of groups first, then the parts of cranes, crane
 * by crane.
 *
 * @param member its number among all members
 * @param aisle of its rack, from 0
 * @param carriage which is lifted
 * @param fork which reaches out of the carriage
 */
public record CraneParts(int member, StackerCrane group, int aisle, int carriage, int fork) {
    private static final int PARTS = 2;

    /** All cranes of a study, in the order of its members. */
    public static List<CraneParts> of(UnfoldedStudy study) {
        List<CraneParts> all = new ArrayList<>();
        int members = study.members().size();
        int before = -1;
        int aisle = 0;
        for (int i = 0; i < members; i++) {
            int group = study.members().get(i).group();
            aisle = group == before ? aisle + 1 : 0;
            before = group;
            if (study.element(group) instanceof StackerCrane cranes) {
                int carriage = members + PARTS * all.size();
                all.add(new CraneParts(i, cranes, aisle, carriage, carriage + 1));
            }
        }
        return all;
    }

    /** @throws java.util.NoSuchElementException if that member is no crane */
    public static CraneParts ofMember(UnfoldedStudy study, int member) {
        return of(study).stream().filter(crane -> crane.member == member).findFirst().orElseThrow();
    }
}
