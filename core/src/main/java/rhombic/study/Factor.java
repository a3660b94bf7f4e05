package rhombic.study;

import java.io.Serializable;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * Something in the study that is tried at several levels.
 *
 * @param levels 2 to {@link #MOST_LEVELS}, each said otherwise than the others
 */
public record Factor(String name, List<Level> levels) implements Serializable {
    public static final int MOST_LEVELS = 100;

    /**
     * One value of a factor.
     *
     * @param said as it was typed or picked, such as 45 s or 3
     * @param changes that set it, whatever stands there
     */
    public record Level(String said, Variation changes) implements Serializable {
        public Level {
            if (said.isBlank() || said.length() > 200) {
                throw new StudyException("A level must be said in 1 to 200 characters; got " + said.length());
            }
        }

        Level renamed(Renaming change) {
            return new Level(said, changes.renamed(change));
        }
    }

    public Factor {
        Names.checked(name);
        levels = List.copyOf(levels);
        if (levels.size() < 2 || levels.size() > MOST_LEVELS) {
            throw new StudyException("Factor " + name + " must have from 2 to " + MOST_LEVELS + " levels; got " + levels.size());
        }
        Set<String> said = new HashSet<>();
        for (Level level : levels) {
            if (!said.add(level.said)) {
                throw new StudyException("Factor " + name + " has the level " + level.said + " twice: keep one");
            }
        }
    }

    public Optional<Level> level(String said) {
        return levels.stream().filter(level -> level.said.equals(said)).findFirst();
    }

    Factor renamed(Renaming change) {
        return new Factor(name, levels.stream().map(level -> level.renamed(change)).toList());
    }
}
