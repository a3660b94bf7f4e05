package rhombic.experiment;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.study.Alternative;
import rhombic.study.Comparison;
import rhombic.study.Factor;
import rhombic.study.Study;
import rhombic.study.Sweep;
import rhombic.study.change.ChangeWords;
import rhombic.study.change.Merge;
import rhombic.study.check.Problem;
import rhombic.study.check.StudyCheck;

/**
 * One study that takes part in a comparison: the base, an alternative, or a point of a sweep.
 *
 * @param name as it is shown; {@link #BASE} for the base
 * @param study as it is run
 * @param levels of a point of a sweep, in the order of the factors; none otherwise
 * @param alternative that it is, or on which the sweep is; empty: the base
 * @param contradictions between the base and what it changes, in words
 * @param changes in words
 * @param cost null: not given
 */
public record Variant(String name, Study study, List<String> levels, String alternative, List<String> contradictions, List<String> changes,
        @Nullable Double cost) {
    public static final String BASE = Comparison.BASE;

    public Variant {
        levels = List.copyOf(levels);
        contradictions = List.copyOf(contradictions);
        changes = List.copyOf(changes);
    }

    public boolean isBase() {
        return alternative.isEmpty() && levels.isEmpty();
    }

    public static Variant base(Study study) {
        return new Variant(BASE, study, List.of(), "", List.of(), List.of(), null);
    }

    /** The alternative of that name, made of the base as it stands now. */
    public static Variant of(Study base, Alternative alternative) {
        Merge.Merged merged = Merge.of(base, alternative.changes());
        List<String> told = new ArrayList<>(merged.contradictions());
        told.addAll(broken(base, merged.study()));
        return new Variant(alternative.name(), merged.study(), List.of(), alternative.name(), told,
                ChangeWords.of(base, alternative.changes()), alternative.cost());
    }

    /** What does not run in it though it does in the base. */
    private static List<String> broken(Study base, Study other) {
        List<Problem> before = StudyCheck.of(base);
        return StudyCheck.of(other).stream().filter(Problem::isError).filter(problem -> !before.contains(problem))
                .map(problem -> "It runs without " + problem.subject() + ": " + problem.message()).toList();
    }

    /** The base, then all alternatives in their order. */
    public static List<Variant> alternatives(Study base) {
        List<Variant> all = new ArrayList<>();
        all.add(base(base));
        base.comparison().alternatives().forEach(alternative -> all.add(of(base, alternative)));
        return all;
    }

    /** All combinations of levels of a sweep; the levels of the last factor change first. */
    public static List<Variant> sweep(Study base, Sweep sweep) {
        Comparison comparison = base.comparison();
        List<Factor> factors = sweep.factors().stream().map(name -> comparison.factor(name).orElseThrow()).toList();
        Optional<Alternative> on = comparison.alternative(sweep.alternative());
        List<Variant> points = List.of(on.map(alternative -> of(base, alternative)).orElse(base(base)));
        for (Factor factor : factors) {
            List<Variant> more = new ArrayList<>();
            for (Variant point : points) {
                for (Factor.Level level : factor.levels()) {
                    more.add(point.at(factor, level));
                }
            }
            points = more;
        }
        return points;
    }

    private Variant at(Factor factor, Factor.Level level) {
        List<String> all = new ArrayList<>(levels);
        all.add(level.text());
        // a level sets its value whatever stands there: only what is missing is worth telling
        Merge.Merged merged = Merge.of(study, level.changes());
        List<String> missing = new ArrayList<>(contradictions);
        merged.contradictions().stream().filter(told -> !told.contains("keeps its own")).forEach(missing::add);
        String text = factor.name() + " " + level.text();
        return new Variant(levels.isEmpty() && alternative.isEmpty() ? text : name + ", " + text, merged.study(), all, alternative, missing,
                changes, cost);
    }
}
