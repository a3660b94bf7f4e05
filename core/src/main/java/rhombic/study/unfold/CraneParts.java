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
 * @param number in its group, from 0: of a stacker crane, its aisle
 * @param inner what moves on the crane itself: the carriage of a stacker crane, the trolley of a bridge
 * @param tip what moves on that and holds the load: the fork, or the hook
 */
public record CraneParts<G extends ResourceGroup>(int member, G group, int number, int inner, int tip) {
    private static final int PARTS = 2;

    /** All cranes of a study, in the order of its members. */
    public static List<CraneParts<ResourceGroup>> all(UnfoldedStudy study) {
        List<CraneParts<ResourceGroup>> all = new ArrayList<>();
        int members = study.members().size();
        int before = -1;
        int number = 0;
        for (int i = 0; i < members; i++) {
            int group = study.members().get(i).group();
            number = group == before ? number + 1 : 0;
            before = group;
            if (study.element(group) instanceof ResourceGroup cranes && cranes.hasMovingParts()) {
                int inner = members + PARTS * all.size();
                all.add(new CraneParts<>(i, cranes, number, inner, inner + 1));
            }
        }
        return all;
    }

    private static <G extends ResourceGroup> Stream<CraneParts<G>> of(UnfoldedStudy study, Class<G> kind) {
        return all(study).stream().filter(one -> kind.isInstance(one.group))
                .map(one -> new CraneParts<>(one.member, kind.cast(one.group), one.number, one.inner, one.tip));
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
