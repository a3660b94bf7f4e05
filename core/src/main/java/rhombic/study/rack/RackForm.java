package rhombic.study.rack;

/** How loads stand in a rack, and so which of them can be reached. */
public enum RackForm {
    /** On beams; what was stored last in a slot comes out first. */
    RACK("rack"),
    /** On inclined lanes: in at one side, out at the other, so that what came first comes out first. */
    FLOW_RACK("flow rack"),
    /** Without a rack, on the floor and on each other: rows of stacks, of which only the front can be reached. */
    BLOCK_STORE("block store"),
    /** On lanes that rise from the aisle: what comes pushes back what is there, and what came last comes out first. */
    PUSH_BACK("push-back rack");

    private final String word;

    RackForm(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }

    /** Whether loads move along their lane by themselves, so that one of them is always at the aisle. */
    public boolean isInclined() {
        return this == FLOW_RACK || this == PUSH_BACK;
    }

    /** Whether what came first into a lane is what can be reached. */
    public boolean isFirstInFirstOut() {
        return this == FLOW_RACK;
    }

    /** Whether a crane can reach into it from its aisle. */
    public boolean isForCranes() {
        return this == RACK || this == PUSH_BACK;
    }
}
