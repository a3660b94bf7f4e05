package rhombic.plant.blueprint;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import rhombic.formula.Formula;
import rhombic.measure.Diary;
import rhombic.plant.piece.TableBook;
import rhombic.plant.piece.TypeBook;
import rhombic.plant.route.Routers;
import rhombic.study.Study;
import rhombic.study.check.Problem;
import rhombic.study.check.StudyCheck;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.Station;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.unfold.UnfoldedStudy;

/**
 * What all replications of a study have in common, worked out once: what is broken in it, its types, tables and
 * formulas as read. Nothing in it changes, so several threads may build plants from it at a time.
 */
public final class Blueprint {
    private final UnfoldedStudy unfolded;
    private final List<Problem> problems;
    private final Set<String> broken;
    private final TypeBook types;
    private final TableBook tables;
    /** Names of stations from which pieces may come to an inspection, which may send them back there. */
    private final Set<String> beforeInspection;
    private final Set<String> stopsWithOthers;
    private final boolean canDeadlock;
    private final Routers routers;
    /** By text. Each is read when first asked for; reading it again would give the same. */
    private final Map<String, Formula> formulas = new ConcurrentHashMap<>();

    private Blueprint(UnfoldedStudy unfolded) {
        this.unfolded = unfolded;
        Study study = unfolded.study();
        problems = StudyCheck.of(unfolded.flat());
        broken = problems.stream().filter(Problem::isError).map(Problem::subject).collect(Collectors.toUnmodifiableSet());
        beforeInspection = beforeInspection(unfolded);
        stopsWithOthers = unfolded.elements().stream().flatMap(e -> e.basics().duty().failures().stream())
                .flatMap(m -> m.stopsWith().stream())
                .collect(Collectors.toUnmodifiableSet());
        canDeadlock = unfolded.elements().stream().map(e -> e.basics().duty())
                .anyMatch(duty -> !duty.failures().isEmpty() || !duty.calendar().isEmpty());
        routers = new Routers(unfolded.elements());
        types = new TypeBook(study.pieceTypes());
        tables = new TableBook(study.tables());
    }

    public static Blueprint of(Study study) {
        return new Blueprint(UnfoldedStudy.of(study));
    }

    /** Of a study that is unfolded already. */
    public static Blueprint of(UnfoldedStudy unfolded) {
        return new Blueprint(unfolded);
    }

    /** An empty diary for one run of the study. */
    public Diary diary() {
        int[] units = new int[unfolded.size()];
        for (int i = 0; i < units.length; i++) {
            switch (unfolded.element(i)) {
                case WorkEquipment work -> units[i] = work.work().places();
                case ResourceGroup group -> units[i] = group.count();
                default -> {}
            }
        }
        return new Diary(units, unfolded.members().stream().mapToInt(UnfoldedStudy.Member::group).toArray());
    }

    private static Set<String> beforeInspection(UnfoldedStudy unfolded) {
        Map<String, List<String>> givers = new HashMap<>();
        unfolded.links().forEach(link -> givers.computeIfAbsent(link.to(), key -> new ArrayList<>()).add(link.from()));
        Deque<String> open = new ArrayDeque<>();
        unfolded.elements().stream().filter(element -> element instanceof Station station && station.inspection() != null)
                .forEach(element -> open.add(element.name()));
        Set<String> before = new HashSet<>();
        while (!open.isEmpty()) {
            String name = open.remove();
            if (before.add(name)) {
                open.addAll(givers.getOrDefault(name, List.of()));
            }
        }
        return before;
    }

    /** Whether failures of others stop it too. */
    public boolean stopsWithOthers(String name) {
        return stopsWithOthers.contains(name);
    }

    /** Whether anything may be held by a failure or a calendar. */
    public boolean canDeadlock() {
        return canDeadlock;
    }

    public boolean isBeforeInspection(String name) {
        return beforeInspection.contains(name);
    }

    /** What is wrong or missing in the study, errors first. */
    public List<Problem> problems() {
        return problems;
    }

    public Study study() {
        return unfolded.study();
    }

    /** With its cells expanded and all of it numbered. */
    public UnfoldedStudy unfolded() {
        return unfolded;
    }

    /** Names of what has an error, and so takes no part. */
    public Set<String> broken() {
        return broken;
    }

    /** The ways on its floor. */
    public Routers routers() {
        return routers;
    }

    public TypeBook types() {
        return types;
    }

    public TableBook tables() {
        return tables;
    }

    public Formula formula(String text) {
        return formulas.computeIfAbsent(text, Formula::parse);
    }
}
