package rhombic.experiment;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** Runs that were made, by the study that was run. Used by several threads. */
public interface Archive {
    /** @param study what {@link #markOf} says of it: any change that could change a figure changes that too */
    Optional<RunRecord> find(String study, int replication);

    /** Keeps the run at once: what was kept is there even if the program ends the next moment. */
    void keep(String study, RunRecord run);

    /** A short text that is the same for studies that run alike, and for no others. */
    String markOf(rhombic.study.Study study);

    /** Kept as long as the program runs, and for the same study value only. */
    static Archive inMemory() {
        return new Archive() {
            private record Key(String study, int replication) {}

            private final Map<Key, RunRecord> runs = new ConcurrentHashMap<>();
            private final Map<rhombic.study.Study, String> marks = new ConcurrentHashMap<>();

            @Override
            public Optional<RunRecord> find(String study, int replication) {
                return Optional.ofNullable(runs.get(new Key(study, replication)));
            }

            @Override
            public void keep(String study, RunRecord run) {
                runs.put(new Key(study, run.replication()), run);
            }

            @Override
            public String markOf(rhombic.study.Study study) {
                return marks.computeIfAbsent(study.forRunning(), s -> "study " + marks.size());
            }
        };
    }
}
