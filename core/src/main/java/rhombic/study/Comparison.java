package rhombic.study;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import rhombic.study.value.Count;
import rhombic.study.value.StudyException;

/**
 * All that is compared in a study, and the charts that are kept of it.
 *
 * @param reference name of the alternative from which differences are taken; empty: the base
 * @param responses names of those that are looked at, first the one that counts most; none: the usual ones
 * @param replications of each alternative; 0: as many as the run is planned for
 * @param targetHalfWidth replications go on until the interval of the first response is at most so wide to each side, as part of its
 *     mean; 0: no such wish
 * @param board charts that stay with the study
 */
public record Comparison(List<Alternative> alternatives, List<Factor> factors, List<Sweep> sweeps, String reference, List<String> responses,
        List<OwnResponse> own, int replications, double targetHalfWidth, List<BoardChart> board) implements Serializable {
    public static final int MAX = 1000;
    /** What the study itself is called where it is compared with its alternatives. */
    public static final String BASE = "Base";
    public static final Comparison NONE = new Comparison(List.of(), List.of(), List.of(), "", List.of(), List.of(), 0, 0,
            List.of());

    public Comparison {
        alternatives = List.copyOf(alternatives);
        factors = List.copyOf(factors);
        sweeps = List.copyOf(sweeps);
        responses = List.copyOf(responses);
        own = List.copyOf(own);
        board = List.copyOf(board);
        unique("alternatives", alternatives.stream().map(Alternative::name).toList());
        if (alternatives.stream().anyMatch(alternative -> alternative.name().equals(BASE))) {
            throw new StudyException("An alternative can't be called " + BASE + ", which the study itself is called: rename it");
        }
        unique("factors", factors.stream().map(Factor::name).toList());
        unique("charts on the board", board.stream().map(BoardChart::title).toList());
        unique("responses of your own", own.stream().map(OwnResponse::name).toList());
        Count.between(0, MAX, "The number of alternatives", alternatives.size());
        Count.between(0, 10_000, "The replications of each alternative", replications);
        if (!(targetHalfWidth >= 0 && targetHalfWidth < 1)) {
            throw new StudyException("How narrow intervals shall be must be a part from 0 to below 1; got " + targetHalfWidth);
        }
        Set<String> known = new HashSet<>(factors.stream().map(Factor::name).toList());
        for (Sweep sweep : sweeps) {
            for (String factor : sweep.factors()) {
                if (!known.contains(factor)) {
                    throw new StudyException("A sweep is over the factor " + factor + ", which is not there");
                }
            }
            there(alternatives, sweep.alternative(), "A sweep is on");
        }
        there(alternatives, reference, "Differences are taken from");
    }

    private static void there(List<Alternative> alternatives, String name, String label) {
        if (!name.isEmpty() && alternatives.stream().noneMatch(a -> a.name().equals(name))) {
            throw new StudyException(label + " the alternative " + name + ", which is not there");
        }
    }

    private static void unique(String label, List<String> names) {
        Set<String> seen = new HashSet<>();
        for (String name : names) {
            if (!seen.add(name)) {
                throw new StudyException("Two " + label + " are called \u201c" + name + "\u201d: rename one");
            }
        }
    }

    public boolean isEmpty() {
        return equals(NONE);
    }

    public Optional<Alternative> alternative(String name) {
        return alternatives.stream().filter(a -> a.name().equals(name)).findFirst();
    }

    public Optional<Factor> factor(String name) {
        return factors.stream().filter(f -> f.name().equals(name)).findFirst();
    }

    public Set<String> names() {
        return new HashSet<>(alternatives.stream().map(Alternative::name).toList());
    }

    public Comparison with(Alternative added) {
        List<Alternative> all = new ArrayList<>(alternatives);
        all.add(added);
        return withAlternatives(all);
    }

    /** Puts it in the place of the one of that name; what names that one follows. */
    public Comparison changed(String name, Alternative changed) {
        return new Comparison(alternatives.stream().map(a -> a.name().equals(name) ? changed : a).toList(), factors,
                sweeps.stream().map(s -> s.alternative().equals(name) && !name.isEmpty() ? new Sweep(changed.name(), s.factors()) : s)
                        .toList(),
                reference.equals(name) && !name.isEmpty() ? changed.name() : reference, responses, own, replications, targetHalfWidth,
                board);
    }

    /** Without the alternative, and without the sweeps on it. */
    public Comparison without(String name) {
        return new Comparison(alternatives.stream().filter(a -> !a.name().equals(name)).toList(), factors,
                sweeps.stream().filter(s -> !s.alternative().equals(name)).toList(), reference.equals(name) ? "" : reference, responses,
                own,
                replications, targetHalfWidth, board);
    }

    /** Adds the factor and a sweep over it on the base; one of the same name gives way. */
    public Comparison with(Factor added) {
        List<Factor> all = new ArrayList<>(factors.stream().filter(f -> !f.name().equals(added.name())).toList());
        all.add(added);
        List<Sweep> more = new ArrayList<>(sweeps);
        Sweep alone = new Sweep("", List.of(added.name()));
        if (!more.contains(alone)) {
            more.add(alone);
        }
        return new Comparison(alternatives, all, more, reference, responses, own, replications, targetHalfWidth, board);
    }

    /** Without the factor, and without the sweeps over it. */
    public Comparison withoutFactor(String name) {
        return new Comparison(alternatives, factors.stream().filter(f -> !f.name().equals(name)).toList(),
                sweeps.stream().filter(s -> !s.factors().contains(name)).toList(), reference, responses, own, replications, targetHalfWidth,
                board);
    }

    public Comparison withAlternatives(List<Alternative> all) {
        return new Comparison(all, factors, sweeps, reference, responses, own, replications, targetHalfWidth, board);
    }

    public Comparison withSweeps(List<Sweep> all) {
        return new Comparison(alternatives, factors, all, reference, responses, own, replications, targetHalfWidth, board);
    }

    public Comparison withReference(String name) {
        return new Comparison(alternatives, factors, sweeps, name, responses, own, replications, targetHalfWidth, board);
    }

    public Comparison withResponses(List<String> all) {
        return new Comparison(alternatives, factors, sweeps, reference, all, own, replications, targetHalfWidth, board);
    }

    public Comparison withOwn(List<OwnResponse> all) {
        return new Comparison(alternatives, factors, sweeps, reference, responses, all, replications, targetHalfWidth, board);
    }

    public Comparison withReplications(int newReplications) {
        return new Comparison(alternatives, factors, sweeps, reference, responses, own, newReplications, targetHalfWidth, board);
    }

    public Comparison withTargetHalfWidth(double newTargetHalfWidth) {
        return new Comparison(alternatives, factors, sweeps, reference, responses, own, replications, newTargetHalfWidth, board);
    }

    public Comparison withBoard(List<BoardChart> charts) {
        return new Comparison(alternatives, factors, sweeps, reference, responses, own, replications, targetHalfWidth, charts);
    }

    /** With a new name for something in the study. */
    public Comparison renamed(Renaming change) {
        return isEmpty()
                ? this
                : new Comparison(alternatives.stream().map(a -> a.renamed(change)).toList(),
                        factors.stream().map(f -> f.renamed(change)).toList(), sweeps, reference,
                        responses.stream().map(r -> ofSubject(r, change)).toList(), own.stream().map(o -> o.renamed(change)).toList(),
                        replications, targetHalfWidth, board.stream().map(b -> b.renamed(change)).toList());
    }

    /** A response is named by its place, a colon and what it is; or, of the whole plant, by that alone. */
    private static String ofSubject(String response, Renaming change) {
        int colon = response.lastIndexOf(": ");
        return colon < 0 ? response : change.type(change.equipment(response.substring(0, colon))) + response.substring(colon);
    }
}
