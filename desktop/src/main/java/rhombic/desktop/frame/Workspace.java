package rhombic.desktop.frame;

/** The four places of the window, in the order of the job. */
public enum Workspace {
    BUILD("Build"), WATCH("Watch"), DIAGNOSE("Diagnose"), COMPARE("Compare");

    private final String word;

    Workspace(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
