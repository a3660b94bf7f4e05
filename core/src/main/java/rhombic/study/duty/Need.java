package rhombic.study.duty;

import java.io.Serializable;
import java.util.ArrayList;
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
 * @param otherwise crews or skills that do it where nobody of those before is free, in order of preference
 */
public record Need(String skill, int people, Quantity share, int priority, boolean preemptible,
        List<String> otherwise) implements Serializable {
    public static final Composite<Need> TYPE = Composite.of("need", need -> {
        var skill = need.required("skill", "A crew, or a skill that people of any crew may have.", FieldType.SKILL, Need::skill);
        var people = need.optional("people", "How many; missing: 1.", new FieldType.Whole(1, 1000), 1, Need::people);
        var share = need.optional("share", "Part of the time for which they stay, from its beginning; missing: all of it.",
                new FieldType.Measured(Dimension.SHARE), Quantity.percent(100), Need::share);
        var priority = need.optional("priority", "Higher goes first; missing: 0.", new FieldType.Whole(-1000, 1000), 0, Need::priority);
        var preemptible = need.optional("preemptible", "They may be called away to something of higher priority, and come back.",
                FieldType.FLAG, false, Need::preemptible);
        var otherwise = need.optional("otherwise",
                "Crews or skills that do it where nobody of those before is free, in order of preference.",
                new FieldType.Several<>(FieldType.SKILL), List.<String>of(), Need::otherwise);
        return v -> new Need(v.get(skill), v.get(people), v.get(share), v.get(priority), v.get(preemptible), v.get(otherwise));
    });
    /** Who must be there, all of them at once. */
    public static final FieldType<List<Need>> SEVERAL = new FieldType.Several<>(TYPE);

    public static final Quantity ALL = Quantity.percent(100);
    private static final int MAX_OTHERWISE = 20;

    public Need {
        otherwise = List.copyOf(otherwise);
        Names.checked(skill);
        otherwise.forEach(Names::checked);
        Count.between(0, MAX_OTHERWISE, "The others who may do it", otherwise.size());
        Count.between(1, 1000, "The people needed", people);
        Count.between(-1000, 1000, "A priority", priority);
        if (share.unit().dimension() != Dimension.SHARE || !(share.amount() > 0 && share.amount() <= 100)) {
            throw new StudyException("People are needed for a part of the time above 0 % and up to 100 %; got " + share);
        }
    }

    /** Of those of one skill alone. */
    public Need(String skill, int people, Quantity share, int priority, boolean preemptible) {
        this(skill, people, share, priority, preemptible, List.of());
    }

    /** One person of that crew or skill, all the time. */
    public static Need of(String skill) {
        return new Need(skill, 1, ALL, 0, false);
    }

    public Need withSkill(String newSkill) {
        return new Need(newSkill, people, share, priority, preemptible, otherwise);
    }

    /** Of these crews or skills, in order of preference; at least one. */
    public Need withSkills(List<String> inOrder) {
        return new Need(inOrder.getFirst(), people, share, priority, preemptible, inOrder.subList(1, inOrder.size()));
    }

    /** All who may do it, in order of preference. */
    public List<String> inOrder() {
        List<String> all = new ArrayList<>(List.of(skill));
        all.addAll(otherwise);
        return all;
    }

    /** As in a sentence. */
    public String inWords() {
        return String.join(" or else ", inOrder());
    }

    public Need withPeople(int newPeople) {
        return new Need(skill, newPeople, share, priority, preemptible, otherwise);
    }

    public Need withShare(Quantity newPart) {
        return new Need(skill, people, newPart, priority, preemptible, otherwise);
    }

    public Need withPriority(int newPriority) {
        return new Need(skill, people, share, newPriority, preemptible, otherwise);
    }

    public Need withPreemptible(boolean newPreemptible) {
        return new Need(skill, people, share, priority, newPreemptible, otherwise);
    }

    public boolean isAllTheTime() {
        return share.amount() == 100;
    }
}
