package rhombic.experiment;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** Runs that were made, by the study that was run. Used by several threads. */
public interface Archive {
    /** @param study its {@link rhombic.study.change.StudyMark}: any change that could change a figure changes that too */
    Optional<RunRecord> find(String study, int replication);

    /** Keeps the run at once: what was kept is there even if the program ends the next moment. */
    void keep(String study, RunRecord run);

    /** Kept as long as the program runs, and for the same study value only. */
    static Archive inMemory() {
        return new Archive() {
            private record Key(String study, int replication) {}

            private final Map<Key, RunRecord> runs = new ConcurrentHashMap<>();

            @Override
            public Optional<RunRecord> find(String study, int replication) {
                return Optional.ofNullable(runs.get(new Key(study, replication)));
            }

            @Override
            public void keep(String study, RunRecord run) {
                runs.put(new Key(study, run.replication()), run);
            }
        };
    }
}
