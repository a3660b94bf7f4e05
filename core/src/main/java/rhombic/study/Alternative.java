package rhombic.study;

import java.io.Serializable;
import org.jspecify.annotations.Nullable;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * One way to build or run the plant, held as changes to the base.
 *
 * @param cost in any one unit of money, to be set beside what it gains; null: not given
 */
public record Alternative(String name, Variation changes, @Nullable Double cost) implements Serializable {
    public Alternative {
        Names.checked(name);
        if (cost != null && !Double.isFinite(cost)) {
            throw new StudyException("The cost of alternative " + name + " must be a number; got " + cost);
        }
    }

    public Alternative named(String newName) {
        return new Alternative(newName, changes, cost);
    }

    public Alternative withChanges(Variation newChanges) {
        return new Alternative(name, newChanges, cost);
    }

    public Alternative withCost(@Nullable Double newCost) {
        return new Alternative(name, changes, newCost);
    }

    Alternative renamed(Renaming change) {
        return withChanges(changes.renamed(change));
    }
}
