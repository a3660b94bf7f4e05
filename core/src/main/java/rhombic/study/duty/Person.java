package rhombic.study.duty;

import java.io.Serializable;
import java.util.List;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * One of a crew, who is not as all others.
 *
 * @param factor on the times of what this person does, above 0 to 100; 1.2 takes a fifth longer
 * @param skills beside those of the crew
 */
public record Person(String name, double factor, List<String> skills) implements Serializable {
    public Person {
        Names.checked(name);
        skills = List.copyOf(skills);
        if (!(factor > 0 && factor <= 100)) {
            throw new StudyException("The factor on the times of " + name + " must be above 0 and at most 100; got " + factor);
        }
    }
}
