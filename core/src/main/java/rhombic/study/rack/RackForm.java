package rhombic.study.rack;

/** How loads stand in a rack, and so which of them can be reached. */
public enum RackForm {
    /** On beams; what was stored last in a slot comes out first. */
    RACK("rack"),
    /** On inclined lanes: in at one side, out at the other, so that what came first comes out first. */
    FLOW_RACK("flow rack"),
    /** Without a rack, on the floor and on each other: rows of stacks, of which only the front can be reached. */
    BLOCK_STORE("block store");

    private final String word;

    RackForm(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
