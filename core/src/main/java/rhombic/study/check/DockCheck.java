package rhombic.study.check;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.Dock;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.PieceType;
import rhombic.study.value.Timetable;
import rhombic.study.work.Recipe;
import rhombic.study.work.Supply;

/** Whether trucks come to docks, find what they are to take along, and are not more than can be served. */
final class DockCheck {
    private static final double HOUR_SECONDS = 3600;

    private final Study study;
    private final TypeFlow flow;
    private final List<Problem> problems = new ArrayList<>();

    private DockCheck(Study study, TypeFlow flow) {
        this.study = study;
        this.flow = flow;
    }

    static List<Problem> of(Study study, TypeFlow flow) {
        DockCheck check = new DockCheck(study, flow);
        for (PlantElement element : study.elements()) {
            if (element instanceof Dock dock) {
                check.trucks(dock);
                check.loads(dock);
            } else if (element instanceof GoodsIn in) {
                check.brings(in);
                check.keepsUp(in);
            }
        }
        return check.problems;
    }

    private void warn(Problem.Kind kind, String subject, String message, String remedy, Problem.@Nullable Fix fix) {
        problems.add(new Problem(Problem.Grade.WARNING, kind, subject, message, remedy, fix));
    }

    private boolean isCarrier(String type) {
        return study.pieceTypes().stream().anyMatch(one -> one.name().equals(type) && one.loadCarrier());
    }

    /** What comes where trucks come is a load carrier. */
    private void trucks(Dock dock) {
        flow.comingTo(dock.name()).stream().sorted().filter(type -> !isCarrier(type)).findFirst()
                .ifPresent(type -> warn(Problem.Kind.MIX, dock.name(),
                        "Pieces of type " + type + " come where trucks come, but are no load carriers, so they wait for ever",
                        "Let the link end at \u201c" + Dock.LOADING + "\u201d, or make the type a load carrier", null));
    }

    private void loads(Dock dock) {
        Set<String> comes = flow.toBeLoaded(dock);
        boolean isLinked = study.links().stream().anyMatch(link -> link.to().equals(dock.name()) && link.toPort().equals(Dock.LOADING));
        if (!dock.loads()) {
            if (isLinked) {
                warn(Problem.Kind.RECIPE, dock.name(), "Pieces are to be loaded, but it is not said which, so they wait for ever",
                        "Say what each truck is loaded with", null);
            }
            return;
        }
        boolean takesAny = dock.load() instanceof Recipe.Fixed fixed
                && fixed.parts().stream().anyMatch(part -> part.type().equals(Recipe.ANY_TYPE));
        if (comes.isEmpty() && takesAny) {
            warn(Problem.Kind.RECIPE, dock.name(), "Nothing comes to be loaded, so its trucks wait for ever",
                    "Link it to what holds what trucks take along", null);
        }
        dock.load().types(study::table).stream().filter(type -> !comes.contains(type)).filter(this::isKnown).findFirst()
                .ifPresent(type -> warn(Problem.Kind.RECIPE, dock.name(),
                        "Trucks are to take " + type + " along, but none comes to be loaded, so they wait"
                                + (dock.leaveAfter().isPresent() ? "" : " for ever"),
                        "Link it to what holds " + type + ", or take it out of the load", null));
    }

    private boolean isKnown(String type) {
        return study.pieceTypes().stream().map(PieceType::name).anyMatch(type::equals);
    }

    private void brings(GoodsIn in) {
        if (in.brings() && in.types().stream().noneMatch(this::isCarrier)) {
            warn(Problem.Kind.RECIPE, in.name(), "It is said what load carriers bring, but none of its types is one",
                    "Make a type a load carrier, or let it bring nothing",
                    Problem.Fix.of("Let it bring nothing", in, e -> ((GoodsIn) e).withLoad(new Recipe.Fixed(List.of()))));
        }
    }

    // ---- more trucks than can be served

    /** Trucks that come in an hour, against those that docks could serve if nothing had to be moved. */
    private void keepsUp(GoodsIn in) {
        List<Dock> docks = docks(in);
        double comes = perHour(in);
        double serves = docks.stream().mapToDouble(dock -> {
            double seconds = dock.dockingTime().meanSeconds() + dock.leavingTime().meanSeconds();
            return seconds > 0 ? HOUR_SECONDS / seconds : Double.POSITIVE_INFINITY;
        }).sum();
        if (!docks.isEmpty() && comes > serves * (1 + 1e-9)) {
            warn(Problem.Kind.OVERLOAD, in.name(), String.format(Locale.ROOT,
                    "%.1f trucks an hour come, but its %s could serve only %.1f even if nothing had to be moved, so ever more wait", comes,
                    docks.size() == 1 ? "dock" : docks.size() + " docks", serves), "Let fewer come, or place one more dock", null);
        }
    }

    private double perHour(GoodsIn in) {
        return switch (in.supply().orElse(null)) {
            case Supply.Spaced spaced when in.types().stream().allMatch(this::isCarrier) && in.maxPieces().isEmpty() ->
                spaced.interarrival().meanSeconds() > 0 ? HOUR_SECONDS * spaced.pieces() / spaced.interarrival().meanSeconds() : 0;
            case Supply.ByTimetable by when by.timetable().repeat() != Timetable.Repeat.ONCE -> {
                long trucks = by.timetable().rows().stream().filter(row -> isCarrier(row.type())).mapToLong(Timetable.Row::quantity).sum();
                yield trucks * HOUR_SECONDS / by.timetable().repeat().periodSeconds();
            }
            case null, default -> 0;
        };
    }

    /** Those to which its trucks come, by way of whatever they pass. */
    private List<Dock> docks(GoodsIn in) {
        List<Dock> docks = new ArrayList<>();
        Set<String> seen = new HashSet<>(Set.of(in.name()));
        Deque<String> open = new ArrayDeque<>(seen);
        while (!open.isEmpty()) {
            for (String to : takers(open.remove())) {
                PlantElement element = study.find(to).orElse(null);
                if (element != null && seen.add(to)) {
                    if (element instanceof Dock dock) {
                        docks.add(dock);
                    } else {
                        open.add(to);
                    }
                }
            }
        }
        return docks;
    }

    private Set<String> takers(String name) {
        Set<String> all = new LinkedHashSet<>();
        for (Link link : study.linksFrom(name)) {
            if (!link.toPort().equals(Dock.LOADING)) {
                all.add(link.to());
            }
        }
        return all;
    }
}
