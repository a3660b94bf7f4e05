package rhombic.study.unfold;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.StackerCrane;

/**
 * A crane and its parts that move on it, each a mover of its own. Movers are numbered with all members of groups first, then the parts of cranes, crane
 * by crane.
 *
 * @param member its number among all members
 * @param number in its group, from 0: of a stacker crane that stays in its aisle, that aisle
 * @param inner what moves on the crane itself: the carriage of a stacker crane, the trolley of a bridge
 * @param tips how many move on that and hold loads: forks, or the hook
 */
public record CraneParts<G extends ResourceGroup>(int member, G group, int number, int inner, int tips) {
    /** The first that holds loads. */
    public int tip() {
        return tip(0);
    }

    /** That which holds loads, from 0. */
    public int tip(int number) {
        return inner + 1 + number;
    }

    /** Whether that mover holds its loads. */
    public boolean isTip(int mover) {
        return mover > inner && mover <= inner + tips;
    }

    /** All cranes of a study, in the order of its members. */
    public static List<CraneParts<ResourceGroup>> all(UnfoldedStudy study) {
        List<CraneParts<ResourceGroup>> all = new ArrayList<>();
        int members = study.members().size();
        int next = members;
        int before = -1;
        int number = 0;
        for (int i = 0; i < members; i++) {
            int group = study.members().get(i).group();
            number = group == before ? number + 1 : 0;
            before = group;
            if (study.element(group) instanceof ResourceGroup cranes && cranes.movingParts() > 0) {
                all.add(new CraneParts<>(i, cranes, number, next, cranes.movingParts() - 1));
                next += cranes.movingParts();
            }
        }
        return all;
    }

    private static <G extends ResourceGroup> Stream<CraneParts<G>> of(UnfoldedStudy study, Class<G> kind) {
        return all(study).stream().filter(one -> kind.isInstance(one.group))
                .map(one -> new CraneParts<>(one.member, kind.cast(one.group), one.number, one.inner, one.tips));
    }

    /** All stacker cranes of a study, in the order of its members. */
    public static List<CraneParts<StackerCrane>> stackers(UnfoldedStudy study) {
        return of(study, StackerCrane.class).toList();
    }

    /** All bridge cranes of a study, in the order of its members. */
    public static List<CraneParts<BridgeCrane>> bridges(UnfoldedStudy study) {
        return of(study, BridgeCrane.class).toList();
    }

    /** @throws java.util.NoSuchElementException if that member is no crane */
    public static CraneParts<ResourceGroup> ofMember(UnfoldedStudy study, int member) {
        return all(study).stream().filter(crane -> crane.member == member).findFirst().orElseThrow();
    }
}
