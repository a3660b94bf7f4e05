package rhombic.insight;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import rhombic.experiment.Experiment;
import rhombic.experiment.Response;
import rhombic.experiment.Sheet;
import rhombic.experiment.Variant;
import rhombic.experiment.Verdict;
import rhombic.study.Study;
import rhombic.study.change.ChangeWords;
import rhombic.study.change.Merge;

/**
 * What should be changed first: the plant is run again with one change at a time, on common random numbers, and the gains
 * are ranked.
 *
 * @param response in which gains are told
 * @param trials in their order
 */
public record Leverage(Study study, String response, List<Trial> trials) {
    /**
     * What one change brings.
     *
     * @param verdict of it against the study as it is; all verdicts hold together at 95 %
     */
    public record Gain(Trial trial, Verdict verdict) {}

    public Leverage {
        trials = List.copyOf(trials);
    }

    /** Of all that can be tried; arrivals apart, where the plant can't keep up anyway. */
    public static Leverage of(Study study, String response) {
        return new Leverage(study, response, Trial.all(study));
    }

    /** The study as it is, then one variant for each trial. */
    public List<Variant> variants() {
        List<Variant> all = new ArrayList<>();
        all.add(Variant.base(study));
        for (Trial trial : trials) {
            Merge.Merged merged = Merge.of(study, trial.changes());
            all.add(new Variant(trial.text(), merged.study(), List.of(), trial.text(), merged.contradictions(),
                    ChangeWords.of(study, trial.changes()), null));
        }
        return all;
    }

    /** Gains by what is known, the largest first; those that were not run are left out. */
    public List<Gain> gains(Sheet sheet) {
        List<Variant> variants = sheet.variants();
        Variant base = variants.getFirst();
        double sign = Response.better(response) == Response.Better.LESS ? -1 : 1;
        List<Gain> gains = new ArrayList<>();
        for (int i = 1; i < variants.size(); i++) {
            Verdict verdict = sheet.verdict(variants.get(i), base, response, trials.size());
            if (verdict.kind() != Verdict.Kind.NOTHING) {
                gains.add(new Gain(trials.get(i - 1), verdict));
            }
        }
        gains.sort(Comparator.comparingDouble((Gain gain) -> -sign * gain.verdict.difference().mean()));
        return gains;
    }

    /** How many replications tell gains of a few parts in a hundred apart, unless the plan asks for more. */
    public int replications() {
        return Math.max(2, Math.min(Experiment.replications(study), 10));
    }
}
