package rhombic.study.duty;

import java.io.Serializable;
import java.util.List;
import java.util.stream.IntStream;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Identified;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * One of a crew, who is not as all others.
 *
 * @param id what the draws of this person depend on, among the people of the crew; empty: not in a crew yet
 * @param factor on the times of what this person does, 0.001 to 100; 1.2 takes a fifth longer
 * @param skills beside those of the crew
 */
public record Person(String id, String name, double factor, List<String> skills) implements Serializable, Identified<Person> {
    public static final Composite<Person> TYPE = Composite.of("person", person -> {
        var name = person.required("name", "What the person is called.", FieldType.OWN_NAME, Person::name);
        var id = person.optional("id", "What the draws of this person depend on; missing: the smallest free number, from 0.",
                FieldType.TEXT, "", Person::id);
        var factor = person.optional("factor", "On the times of what the person does; missing: 1.", new FieldType.Number(0.001, 100), 1.0,
                Person::factor);
        var skills = person.optional("skills", "Beside those of the crew.", new FieldType.Several<>(FieldType.OWN_NAME), List.of(),
                Person::skills);
        return v -> new Person(v.get(id), v.get(name), v.get(factor), v.get(skills));
    });
    /** So many letters of a group's name are left out at most to make room for a number. */
    private static final int NUMBER_LENGTH = 5;
    /** Those of a crew who are not as all others. */
    public static final FieldType<List<Person>> SEVERAL = new FieldType.Several<>(TYPE,
            persons -> Identified.numbered(persons, "persons of a crew"));

    public Person {
        Names.checked(name);
        skills = List.copyOf(skills);
        if (!(factor >= 0.001 && factor <= 100)) {
            throw new StudyException("The factor on the times of " + name + " must be from 0.001 to 100; got " + factor);
        }
    }

    /** Of a person who is in no crew yet. */
    public Person(String name, double factor, List<String> skills) {
        this("", name, factor, skills);
    }

    /** The name of a member of a group that gives it none: that of the group, with a number if there are several. */
    public static String name(String group, int count, int number) {
        return count == 1 ? group : group.substring(0, Math.min(group.length(), Names.MAX_LENGTH - NUMBER_LENGTH)) + " " + number;
    }

    /** All members of a group, if they are alike. */
    public static List<Person> alike(String group, int count) {
        return IntStream.range(0, count).mapToObj(i -> new Person(String.valueOf(i), name(group, count, i + 1), 1, List.of())).toList();
    }

    @Override
    public Person withId(String newId) {
        return new Person(newId, name, factor, skills);
    }
}
