package rhombic.plant.run;

import org.jspecify.annotations.Nullable;

/** What may have something to do at this instant, and is attended to before time goes on. */
public abstract class Attended {
    /** Next on the agenda; itself if it is the last; null if it is not on the agenda. */
    @Nullable Attended next;

    /** Does what can be done at this instant. */
    public abstract void attend();

    public abstract String name();
}
