package rhombic.experiment;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import rhombic.plant.blueprint.Blueprint;
import rhombic.study.Study;
import rhombic.study.unfold.UnfoldedStudy;

/**
 * What checks, outlook and the run that is watched all need of a study, worked out once for the studies last asked for.
 * Used by several threads: who asks first does the work, the others wait for it.
 */
public final class Preparation {
    /** The study on the table, the one before it, and room for what an outlook is still at. */
    private static final int KEPT = 4;

    private record Work(Study study, UnfoldedStudy unfolded, FutureTask<Blueprint> blueprint) {}

    private final Deque<Work> works = new ArrayDeque<>();

    /** This very study with its cells expanded and all of it numbered: soon done. */
    public UnfoldedStudy unfolded(Study study) {
        return work(study).unfolded;
    }

    /** The blueprint of this very study, checked and ready to be built from. */
    public Blueprint of(Study study) {
        FutureTask<Blueprint> work = work(study).blueprint;
        work.run(); // does nothing where it has been run, or another thread is at it
        boolean interrupted = false;
        try {
            while (true) {
                try {
                    return work.get();
                } catch (InterruptedException e) {
                    interrupted = true; // the work of others goes on, and is soon done
                } catch (ExecutionException e) {
                    throw e.getCause() instanceof RuntimeException cause ? cause : new IllegalStateException(e.getCause());
                }
            }
        } finally {
            if (interrupted) {
                Thread.currentThread().interrupt();
            }
        }
    }

    private synchronized Work work(Study study) {
        for (Work known : works) {
            if (known.study == study) {
                return known;
            }
        }
        UnfoldedStudy unfolded = UnfoldedStudy.of(study);
        Work made = new Work(study, unfolded, new FutureTask<>(() -> Blueprint.of(unfolded)));
        works.addFirst(made);
        if (works.size() > KEPT) {
            works.removeLast();
        }
        return made;
    }
}
