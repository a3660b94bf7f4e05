package rhombic.study.duty;

import java.io.Serializable;
import java.util.List;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Count;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * Who must be there for something to be done.
 *
 * @param skill name of a crew, or a skill that people of any crew may have
 * @param people how many of them, 1 to 1000
 * @param share of the time for which they stay, from its beginning, above 0 % to 100 %
 * @param priority higher goes first, -1000 to 1000
 * @param preemptible whether they may be called away to something of higher priority, and come back
 */
public record Need(String skill, int people, Quantity share, int priority, boolean preemptible) implements Serializable {
    public static final Composite<Need> TYPE = Composite.of("need", need -> {
        var skill = need.required("skill", "A crew, or a skill that people of any crew may have.", FieldType.SKILL, Need::skill);
        var people = need.optional("people", "How many; missing: 1.", new FieldType.Whole(1, 1000), 1, Need::people);
        var share = need.optional("share", "Part of the time for which they stay, from its beginning; missing: all of it.",
                new FieldType.Measured(Dimension.SHARE), Quantity.percent(100), Need::share);
        var priority = need.optional("priority", "Higher goes first; missing: 0.", new FieldType.Whole(-1000, 1000), 0, Need::priority);
        var preemptible = need.optional("preemptible", "They may be called away to something of higher priority, and come back.",
                FieldType.FLAG, false, Need::preemptible);
        return v -> new Need(v.get(skill), v.get(people), v.get(share), v.get(priority), v.get(preemptible));
    });
    /** Who must be there, all of them at once. */
    public static final FieldType<List<Need>> SEVERAL = new FieldType.Several<>(TYPE);

    public static final Quantity ALL = Quantity.percent(100);

    public Need {
        Names.checked(skill);
        Count.between(1, 1000, "The people needed", people);
        Count.between(-1000, 1000, "A priority", priority);
        if (share.unit().dimension() != Dimension.SHARE || !(share.amount() > 0 && share.amount() <= 100)) {
            throw new StudyException("People are needed for a part of the time above 0 % and up to 100 %; got " + share);
        }
    }

    /** One person of that crew or skill, all the time. */
    public static Need of(String skill) {
        return new Need(skill, 1, ALL, 0, false);
    }

    public Need withSkill(String newSkill) {
        return new Need(newSkill, people, share, priority, preemptible);
    }

    public Need withPeople(int newPeople) {
        return new Need(skill, newPeople, share, priority, preemptible);
    }

    public Need withShare(Quantity newPart) {
        return new Need(skill, people, newPart, priority, preemptible);
    }

    public Need withPriority(int newPriority) {
        return new Need(skill, people, share, newPriority, preemptible);
    }

    public Need withPreemptible(boolean newPreemptible) {
        return new Need(skill, people, share, priority, newPreemptible);
    }

    public boolean isAllTheTime() {
        return share.amount() == 100;
    }
}
