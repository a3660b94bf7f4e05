package rhombic.study.kind;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.duty.Dispatching;
import rhombic.study.duty.Person;
import rhombic.study.duty.Trolley;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.place.Footprint;
import rhombic.study.value.Count;
import rhombic.study.value.Identified;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * People with the same skills. It stands where they wait for work, their home.
 *
 * @param people how many, 1 to 1000
 * @param skills by which work can ask for them, beside the name of the crew
 * @param speed at which they walk, above 0 to 10 m/s; none: they are there at once
 * @param dispatching the rules that they go by
 * @param breakArea where they go at a break, by name; empty: they stay at their home
 * @param trolley that each pushes while it carries; none: they carry in their hands
 * @param persons those who have names, factors or skills of their own; at most as many as there are people
 */
public record Crew(Basics basics, int people, List<String> skills, Optional<Quantity> speed, Dispatching dispatching, String breakArea,
        Optional<Trolley> trolley, List<Person> persons) implements ResourceGroup {
    public static final Quantity USUAL_SPEED = new Quantity(1.2, Unit.METRE_PER_SECOND);
    private static final double FOR_ONE_METRES = 0.9;

    public static final Kind<Crew> KIND = new Kind<>("Crew", Family.PEOPLE, Crew.class, List.of(
            Field.required("people", "How many they are.", new FieldType.Whole(1, 1000), Crew::people, Crew::withPeople),
            Field.optional("skills", "What they can be asked for by, beside the name of the crew.",
                    new FieldType.Several<>(FieldType.OWN_NAME), List.of(), Crew::skills, Crew::withSkills),
            Field.optional("speed", "At which they walk; missing: they are there at once.",
                    new FieldType.Maybe<>(new FieldType.Measured(Dimension.SPEED)), Optional.empty(), Crew::speed, Crew::withSpeed),
            Dispatching.resourceRule("personRule").within(Crew::dispatching, Crew::with),
            Dispatching.RESOURCE_FORMULA.within(Crew::dispatching, Crew::with),
            Dispatching.JOB_RULE.within(Crew::dispatching, Crew::with), Dispatching.JOB_FORMULA.within(Crew::dispatching, Crew::with),
            Dispatching.IDLE_AT.within(Crew::dispatching, Crew::with),
            Field.optional("breakArea", "Where they go at a break, by name; missing: home.", FieldType.ELEMENT, "", Crew::breakArea,
                    Crew::withBreakArea),
            Dispatching.TRAVEL.within(Crew::dispatching, Crew::with),
            Field.optional("trolley", "What each pushes while it carries; missing: they carry in their hands.",
                    new FieldType.Maybe<>(Trolley.TYPE), Optional.empty(), Crew::trolley, Crew::withTrolley),
            Field.optional("persons", "Those who have names, factors or skills of their own.", Person.SEVERAL, List.of(), Crew::persons,
                    Crew::withPersons)),
            basics -> usual(basics).withSpeed(Optional.empty()), (basics, types) -> usual(basics));

    public Crew {
        Count.between(1, 1000, "The people of a crew", people);
        skills = skills.stream().map(Names::checked).distinct().toList();
        persons = Identified.numbered(persons, "persons of a crew");
        speed.ifPresent(value -> {
            if (value.unit().dimension() != Dimension.SPEED || !(value.inBaseUnit() > 0 && value.inBaseUnit() <= 10)) {
                throw new StudyException("People walk at above 0 m/s and at most 10 m/s; got " + value);
            }
        });
        if (persons.size() > people) {
            throw new StudyException("A crew of " + people + " can't have " + persons.size() + " persons: take one out, or add people");
        }
        Set<String> names = new HashSet<>();
        for (Person person : persons) {
            if (!names.add(person.name())) {
                throw new StudyException("Two persons of one crew are called \u201c" + person.name() + "\u201d: rename one");
            }
        }
    }

    public static Crew usual(Basics basics) {
        return new Crew(basics, 1, List.of(), Optional.of(USUAL_SPEED), Dispatching.USUAL, "", Optional.empty(), List.of());
    }

    @Override
    public int count() {
        return people;
    }

    /** All of them: those who are described, then as many as are left, with the name of the crew and a number. */
    @Override
    public List<Person> members() {
        List<Person> all = new ArrayList<>(persons);
        Set<String> taken = new HashSet<>();
        Set<String> ids = new HashSet<>();
        persons.forEach(person -> {
            taken.add(person.name());
            ids.add(person.id());
        });
        int number = 1;
        while (all.size() < people) {
            String name = Person.name(name(), people, number++);
            if (taken.add(name)) {
                String id = Identified.number(ids);
                ids.add(id);
                all.add(new Person(id, name, 1, List.of()));
            }
        }
        return all;
    }

    /** The described people with the ids they had before: who keeps the name, or else the place in the list. */
    public static List<Person> sameIds(List<Person> before, List<Person> now) {
        Map<String, String> idOf = new HashMap<>();
        before.forEach(person -> idOf.put(person.name(), person.id()));
        Set<String> names = new HashSet<>();
        now.forEach(person -> names.add(person.name()));
        List<Person> all = new ArrayList<>();
        for (int i = 0; i < now.size(); i++) {
            boolean isRenamed = !idOf.containsKey(now.get(i).name()) && i < before.size() && !names.contains(before.get(i).name());
            String known = idOf.remove(now.get(i).name()); // a name that comes twice is no second person of that id
            all.add(now.get(i).withId(isRenamed ? before.get(i).id() : known == null ? "" : known));
        }
        return all;
    }

    @Override
    public boolean has(String skill) {
        return hasThroughout(skill) || persons.stream().anyMatch(person -> person.skills().contains(skill));
    }

    @Override
    public boolean areThereAtOnce() {
        return speed.isEmpty();
    }

    @Override
    public Grip grip() {
        return trolley.map(pushed -> new Grip(0, 0, false, List.of(pushed.pieces()), false, Grip.Deck.TROLLEY))
                .orElseGet(() -> new Grip(0.24, 1.03, true));
    }

    @Override
    public String memberWord(boolean several) {
        return several ? "people" : "person";
    }

    @Override
    public Kind<Crew> declaration() {
        return KIND;
    }

    @Override
    public Crew with(Basics newBasics) {
        return new Crew(newBasics, people, skills, speed, dispatching, breakArea, trolley, persons);
    }

    public Crew withPeople(int newPeople) {
        return new Crew(basics, newPeople, skills, speed, dispatching, breakArea, trolley,
                persons.subList(0, Math.min(persons.size(), Math.max(0, newPeople))));
    }

    public Crew withSkills(List<String> newSkills) {
        return new Crew(basics, people, newSkills, speed, dispatching, breakArea, trolley, persons);
    }

    public Crew withSpeed(Optional<Quantity> newSpeed) {
        return new Crew(basics, people, skills, newSpeed, dispatching, breakArea, trolley, persons);
    }

    /** With its rules changed. */
    public Crew withRules(UnaryOperator<Dispatching> change) {
        return with(change.apply(dispatching));
    }

    @Override
    public Crew with(Dispatching rules) {
        return new Crew(basics, people, skills, speed, rules, breakArea, trolley, persons);
    }

    @Override
    public List<String> restAreas() {
        return breakArea.isEmpty() ? List.of() : List.of(breakArea);
    }

    public Crew withBreakArea(String newBreakArea) {
        return new Crew(basics, people, skills, speed, dispatching, newBreakArea, trolley, persons);
    }

    public Crew withTrolley(Optional<Trolley> newTrolley) {
        return new Crew(basics, people, skills, speed, dispatching, breakArea, newTrolley, persons);
    }

    public Crew withPersons(List<Person> newPersons) {
        return new Crew(basics, people, skills, speed, dispatching, breakArea, trolley, newPersons);
    }

    /** A row of places to stand. */
    @Override
    public List<Candidate> candidates() {
        return List.of(new Candidate(Candidate.Aspect.PEOPLE, "one more person", () -> withPeople(people + 1)));
    }

    @Override
    public Footprint usualSize() {
        return new Footprint(Math.max(1.2, Math.min(people, 12) * FOR_ONE_METRES + 0.3), 1.2 * (1 + (Math.min(people, 60) - 1) / 12), 1.8);
    }

    private record Stored(Basics basics, int people, List<String> skills, @Nullable Quantity speed, Dispatching dispatching,
            String breakArea, @Nullable Trolley trolley, List<Person> persons) implements Serializable {
        private Object readResolve() {
            return new Crew(basics, people, skills, Optional.ofNullable(speed), dispatching, breakArea, Optional.ofNullable(trolley),
                    persons);
        }
    }

    private Object writeReplace() {
        return new Stored(basics, people, skills, speed.orElse(null), dispatching, breakArea, trolley.orElse(null), persons);
    }
}
