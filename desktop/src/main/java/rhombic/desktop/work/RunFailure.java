package rhombic.desktop.work;

/** Why a run in the background has ended, in words for the person at the screen, with what to do. */
final class RunFailure {
    private RunFailure() {}

    static String text(Throwable e) {
        return switch (e) {
            case OutOfMemoryError memory ->
                "The memory is full: shorten the run, make fewer pieces wait inside, or give the program more memory with -Xmx.";
            case StackOverflowError deep -> "Something calls itself without end: look at rules and formulas that set each other off.";
            case Error other -> "The run has failed inside the program (" + other.getClass().getSimpleName()
                    + "): the study is safe. Save it; undo the last edit if it fails again.";
            default -> e.getMessage() == null
                    ? "The run has failed inside the program (" + e.getClass().getSimpleName()
                            + "): the study is safe. Undo the last edit if it fails again."
                    : e.getMessage();
        };
    }
}
