package rhombic.kernel;

/** Has something done at a moment of a run. */
public final class Moments {
    private Moments() {}

    /** @param seconds since the start of the run, not before now */
    public static void at(Simulator simulator, double seconds, Runnable action) {
        simulator.schedule(new Event() {
            @Override
            protected void occur() {
                action.run();
            }
        }, Math.round(seconds * 1e9) - simulator.nowNanos());
    }
}
