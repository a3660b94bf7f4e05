package rhombic.plant.traffic;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.study.way.Sections;

/** Who has which section: those of the aisles, then the places beside them, as they come into use. */
final class SectionBook {
    private final List<Held> held = new ArrayList<>();

    /** One section, and who has it. */
    private static final class Held {
        private final String name;
        private final boolean isPlaceToWait;
        /** Those that overlap it. */
        private final List<Integer> excluded = new ArrayList<>();
        private @Nullable RoadUser owner;
        /** How often its owner has it: it may come back to where it still is. */
        private int count;

        private Held(String name, boolean isPlaceToWait) {
            this.name = name;
            this.isPlaceToWait = isPlaceToWait;
        }
    }

    SectionBook(Sections sections) {
        List<Sections.Section> all = sections.sections();
        for (int i = 0; i < all.size(); i++) {
            Held section = new Held(all.get(i).name(), all.get(i).isPlaceToWait());
            section.excluded.addAll(sections.excludedBy(i));
            held.add(section);
        }
    }

    /** One more, which nobody has; its number is how many there were. */
    int add(String name) {
        held.add(new Held(name, false));
        return held.size() - 1;
    }

    /** The two overlap. */
    void exclude(int one, int other) {
        held.get(one).excluded.add(other);
        held.get(other).excluded.add(one);
    }

    String name(int section) {
        return held.get(section).name;
    }

    boolean isPlaceToWait(int section) {
        return held.get(section).isPlaceToWait;
    }

    List<Integer> excluded(int section) {
        return held.get(section).excluded;
    }

    @Nullable
    RoadUser owner(int section) {
        return held.get(section).owner;
    }

    /** The section of another that keeps one from being given to somebody: itself, or one that overlaps it; negative if none does. */
    int keeps(RoadUser user, int section) {
        Held asked = held.get(section);
        if (asked.owner != null && asked.owner != user) {
            return section;
        }
        for (int i = 0; i < asked.excluded.size(); i++) {
            RoadUser owner = held.get(asked.excluded.get(i)).owner;
            if (owner != null && owner != user) {
                return asked.excluded.get(i);
            }
        }
        return -1;
    }

    /** Who keeps it from being given to somebody; null if nobody does. */
    @Nullable
    RoadUser keeper(RoadUser user, int section) {
        int keeps = keeps(user, section);
        return keeps < 0 ? null : held.get(keeps).owner;
    }

    void take(RoadUser user, int section) {
        Held taken = held.get(section);
        assert keeps(user, section) < 0 : taken.name + " is another's";
        taken.owner = user;
        taken.count++;
    }

    void release(RoadUser user, int section) {
        Held released = held.get(section);
        assert released.owner == user : "only who has a section can give it back";
        if (--released.count == 0) {
            released.owner = null;
        }
    }
}
