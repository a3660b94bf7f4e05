package rhombic.study;

import java.io.Serializable;

/** What makes one study of another. The one kind there is, lists of changes, stands above the study and is not known here. */
public interface Variation extends Serializable {
    /** The same with a new name for something. */
    Variation renamed(Renaming change);

    /** Whether it leaves everything as it is. */
    boolean isEmpty();
}
