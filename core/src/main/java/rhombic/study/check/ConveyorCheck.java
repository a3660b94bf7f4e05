package rhombic.study.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Conveyor;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Fitting;
import rhombic.study.value.PieceType;

/** Whether what comes to a conveyor can lie on it, and go round its arcs. */
final class ConveyorCheck {
    private final Study study;
    private final TypeFlow flow;
    private final List<Problem> problems = new ArrayList<>();

    private ConveyorCheck(Study study, TypeFlow flow) {
        this.study = study;
        this.flow = flow;
    }

    static List<Problem> of(Study study, TypeFlow flow) {
        ConveyorCheck check = new ConveyorCheck(study, flow);
        study.elements().forEach(element -> {
            if (element instanceof Conveyor conveyor) {
                check.arcs(conveyor);
                check.fittings(conveyor);
                check.positions(conveyor);
                flow.comingTo(conveyor.name()).stream().map(study::type).flatMap(Optional::stream)
                        .forEach(type -> check.piece(conveyor, type));
            }
        });
        return check.problems;
    }

    private void arcs(Conveyor conveyor) {
        double width = conveyor.totalWidthMetres();
        double radius = conveyor.conveyorPath().minRadius();
        if (radius <= width / 2) {
            add(Problem.Grade.ERROR, conveyor,
                    "Its arc of " + metres(radius) + " is narrower than its own half width of " + metres(width / 2)
                            + ", so its inner side would turn back",
                    "Give it a radius of " + metres(width) + " or more", wider(conveyor, width));
        } else if (radius < width) {
            add(Problem.Grade.WARNING, conveyor, "Its arc of " + metres(radius) + " is narrower than it is wide (" + metres(width) + ")",
                    "Give it a radius of " + metres(width) + " or more", wider(conveyor, width));
        }
    }

    private void fittings(Conveyor conveyor) {
        double length = conveyor.conveyorPath().metres();
        double longest = flow.comingTo(conveyor.name()).stream().map(study::type).flatMap(Optional::stream)
                .mapToDouble(conveyor::lengthOf).max().orElse(0);
        double before = 0;
        String from = "its beginning";
        for (Fitting fitting : conveyor.fittings()) {
            double at = fitting.position().inBaseUnit();
            if (at >= length - 1e-9) {
                Quantity inside = Quantity.metres(Math.max(0.01, Math.floor((length - 0.1) * 100) / 100));
                add(Problem.Grade.ERROR, conveyor,
                        fitting.name() + " is at " + metres(at) + ", but the conveyor is only " + metres(length) + " long",
                        "Move it, or make the conveyor longer",
                        Problem.Fix.of("Move it to " + inside, conveyor,
                                e -> conveyor.withFitting(fitting.name(), fitting.withPosition(inside))));
                return;
            }
            if (fitting instanceof Fitting.Sensor) {
                continue;
            }
            tooClose(conveyor, from, fitting.name(), at - before, longest);
            before = at;
            from = fitting.name();
            if (fitting instanceof Fitting.Merge && study.links().stream()
                    .noneMatch(link -> link.to().equals(conveyor.name()) && link.toPort().equals(fitting.name()))) {
                add(Problem.Grade.WARNING, conveyor, "Nothing comes in at " + fitting.name(),
                        "Link what comes from the side to it, or take it out",
                        null);
            }
            if (fitting instanceof Fitting.Merge merge && conveyor.mode() == Conveyor.Mode.RIGID
                    && merge.priority() != Fitting.Priority.MAIN) {
                Fitting along = merge.withPriority(Fitting.Priority.MAIN);
                add(Problem.Grade.WARNING, conveyor,
                        "First at " + merge.name() + " is \u201c" + merge.priority().word()
                                + "\u201d, but the conveyor is rigid: what comes along it"
                                + " can't wait without holding all that is before it, and goes first all the same",
                        "Let what comes along go first, or make the conveyor accumulating",
                        Problem.Fix.of("Let what comes along go first", conveyor, e -> conveyor.withFitting(merge.name(), along)));
            }
        }
        if (before > 0) {
            tooClose(conveyor, from, "its end", length - before, longest);
        }
        if (study.links().stream().anyMatch(link -> link.from().equals(conveyor.name()) && link.to().equals(conveyor.name()))) {
            add(Problem.Grade.ERROR, conveyor, "It leads into itself", "Let another conveyor, or a buffer, lie between", null);
        }
    }

    private void tooClose(Conveyor conveyor, String from, String to, double metres, double longest) {
        if (metres < longest - 1e-9) {
            add(Problem.Grade.WARNING, conveyor,
                    "From " + from + " to " + to + " it is " + metres(metres) + ", less than a piece takes (" + metres(longest)
                            + "), so pieces stand across both",
                    "Put them further apart", null);
        }
    }

    private void positions(Conveyor conveyor) {
        Optional<Quantity> pitch = conveyor.indexing().pitch();
        OptionalInt positions = conveyor.indexing().positions();
        if (pitch.isEmpty() || positions.isEmpty()) {
            return;
        }
        double length = conveyor.conveyorPath().metres();
        double stated = pitch.get().inBaseUnit() * positions.getAsInt();
        if (Math.abs(stated - length) <= pitch.get().inBaseUnit() * 0.01) {
            return;
        }
        int fitting = (int) Math.max(1, Math.floor(length / pitch.get().inBaseUnit() + 1e-9));
        Quantity even = Quantity.metres(Math.round(length / positions.getAsInt() * 1e4) / 1e4);
        Problem.@Nullable Fix fewer = Problem.Fix.of("Let it have " + fitting + " positions", conveyor,
                e -> conveyor.withIndexing(new Conveyor.Indexing(pitch, OptionalInt.of(fitting))));
        Problem.@Nullable Fix other = Problem.Fix.of("Let a position be " + even + " long", conveyor,
                e -> conveyor.withIndexing(new Conveyor.Indexing(Optional.of(even), positions)));
        problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.CONVEYOR, conveyor.name(),
                positions.getAsInt() + " positions of " + pitch.get() + " are " + metres(stated) + ", but it is drawn " + metres(length)
                        + " long",
                "Change the positions, their pitch or the way", Stream.of(fewer, other).filter(Objects::nonNull).toList()));
    }

    private static Problem.@Nullable Fix wider(Conveyor conveyor, double radius) {
        return Problem.Fix.of("Widen its arcs to " + metres(radius), conveyor,
                e -> conveyor.continuing(new ConveyorPath(conveyor.conveyorPath().legs().stream()
                        .map(leg -> leg instanceof ConveyorPath.PathLeg.Arc arc && arc.radiusMetres() < radius
                                ? new ConveyorPath.PathLeg.Arc(radius, arc.turnDegrees())
                                : leg)
                        .toList())));
    }

    private void piece(Conveyor conveyor, PieceType type) {
        double length = conveyor.ownLengthOf(type);
        conveyor.indexing().pitch().filter(pitch -> length > pitch.inBaseUnit() + 1e-9).ifPresent(pitch -> {
            Quantity needed = Quantity.metres(Math.ceil(length * 100 - 1e-9) / 100);
            add(Problem.Grade.ERROR, conveyor, type.name() + " is " + metres(length) + " long, longer than its position of " + pitch,
                    "Make the positions longer, or let the piece lie the other way", Problem.Fix.of("Let a position be " + needed + " long",
                            conveyor,
                            e -> conveyor.withIndexing(new Conveyor.Indexing(Optional.of(needed), conveyor.indexing().positions()))));
        });
        conveyor.maxWeight().filter(max -> type.weight().inBaseUnit() > max.inBaseUnit()).ifPresent(
                max -> add(Problem.Grade.ERROR, conveyor,
                        type.name() + " weighs " + type.weight() + ", more than the " + max + " it may carry",
                        "Let it carry more, or send those pieces another way", null));
        double width = (conveyor.orientation() == Conveyor.Orientation.LENGTHWISE ? type.width() : type.length()).inBaseUnit();
        double lane = conveyor.width().inBaseUnit();
        if (length > conveyor.conveyorPath().metres() + 1e-9) {
            add(Problem.Grade.ERROR, conveyor, type.name() + " is " + metres(length) + " long, longer than the conveyor of "
                    + metres(conveyor.conveyorPath().metres()), "Make the conveyor longer, or let the piece lie the other way", null);
        }
        if (width > lane + 1e-9) {
            Quantity needed = Quantity.metres(Math.ceil(width * 10 - 1e-9) / 10);
            add(Problem.Grade.WARNING, conveyor, type.name() + " is " + metres(width) + " wide, wider than a lane of " + metres(lane),
                    "Make its lanes wider", Problem.Fix.of("Make it " + needed + " wide", conveyor, e -> conveyor.withWidth(needed)));
            return;
        }
        double radius = conveyor.conveyorPath().minRadius();
        double out = Math.hypot(radius + width / 2, length / 2) - radius;
        if (Double.isFinite(radius) && out > lane / 2 + 0.05) {
            add(Problem.Grade.WARNING, conveyor, type.name() + " is too long for its arc of " + metres(radius) + ": its corners reach "
                    + metres(out - lane / 2) + " over the side", "Give it a wider arc, or a wider lane", null);
        }
    }

    private static String metres(double metres) {
        return String.format(Locale.ROOT, "%.3f", metres).replaceFirst("\\.?0+$", "") + " m";
    }

    private void add(Problem.Grade grade, Conveyor at, String message, String remedy, Problem.@Nullable Fix fix) {
        problems.add(new Problem(grade, Problem.Kind.CONVEYOR, at.name(), message, remedy, fix));
    }
}
