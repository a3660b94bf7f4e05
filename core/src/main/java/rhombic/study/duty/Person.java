package rhombic.study.duty;

import java.io.Serializable;
import java.util.List;
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

    @Override
    public Person withId(String newId) {
        return new Person(newId, name, factor, skills);
    }
}
