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
 * @param levels 2 to {@link #MAX_LEVELS}, each said otherwise than the others
 */
public record Factor(String name, List<Level> levels) implements Serializable {
    public static final int MAX_LEVELS = 100;

    /**
     * One value of a factor.
     *
     * @param text as it was typed or picked, such as 45 s or 3
     * @param changes that set it, whatever stands there
     */
    public record Level(String text, Variation changes) implements Serializable {
        public Level {
            if (text.isBlank() || text.length() > 200) {
                throw new StudyException("A level must be said in 1 to 200 characters; got " + text.length());
            }
        }

        Level renamed(Renaming change) {
            return new Level(text, changes.renamed(change));
        }
    }

    public Factor {
        Names.checked(name);
        levels = List.copyOf(levels);
        if (levels.size() < 2 || levels.size() > MAX_LEVELS) {
            throw new StudyException("Factor " + name + " must have from 2 to " + MAX_LEVELS + " levels; got " + levels.size());
        }
        Set<String> text = new HashSet<>();
        for (Level level : levels) {
            if (!text.add(level.text)) {
                throw new StudyException("Factor " + name + " has the level " + level.text + " twice: keep one");
            }
        }
    }

    public Optional<Level> level(String text) {
        return levels.stream().filter(level -> level.text.equals(text)).findFirst();
    }

    Factor renamed(Renaming change) {
        return new Factor(name, levels.stream().map(level -> level.renamed(change)).toList());
    }
}
