package rhombic.study.site;

import rhombic.study.kind.Basics;
import rhombic.study.kind.PlantElement;

/** What stands there: nobody goes through it, but where it has a door or an opening. */
public sealed interface Structure extends PlantElement permits Barrier, Column {
    @Override
    Structure with(Basics basics);

    /** What it is for, in one sentence. */
    String purpose();
}
