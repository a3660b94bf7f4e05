package rhombic.study.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Conveyor;
import rhombic.study.value.PieceType;
import rhombic.study.value.Route;

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
        study.equipment().forEach(thing -> {
            if (thing instanceof Conveyor conveyor) {
                check.arcs(conveyor);
                flow.comingTo(conveyor.name()).stream().map(study::type).flatMap(Optional::stream)
                        .forEach(type -> check.piece(conveyor, type));
            }
        });
        return check.problems;
    }

    private void arcs(Conveyor conveyor) {
        double width = conveyor.wholeWidthMetres();
        double radius = conveyor.route().leastRadius();
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

    private static Problem.Fix wider(Conveyor conveyor, double radius) {
        Route route = new Route(conveyor.route().legs().stream()
                .map(leg -> leg instanceof Route.Leg.Arc arc && arc.radiusMetres() < radius
                        ? new Route.Leg.Arc(radius, arc.turnDegrees())
                        : leg)
                .toList());
        return Problem.Fix.of("Widen its arcs to " + metres(radius), conveyor, e -> conveyor.goingOn(route));
    }

    private void piece(Conveyor conveyor, PieceType type) {
        double length = conveyor.lengthOf(type);
        double width = (conveyor.lie() == Conveyor.Lie.LENGTHWISE ? type.width() : type.length()).inBaseUnit();
        double lane = conveyor.width().inBaseUnit();
        if (length > conveyor.route().metres() + 1e-9) {
            add(Problem.Grade.ERROR, conveyor, type.name() + " is " + metres(length) + " long, longer than the conveyor of "
                    + metres(conveyor.route().metres()), "Make the conveyor longer, or let the piece lie the other way", null);
        }
        if (width > lane + 1e-9) {
            Quantity needed = Quantity.metres(Math.ceil(width * 10 - 1e-9) / 10);
            add(Problem.Grade.WARNING, conveyor, type.name() + " is " + metres(width) + " wide, wider than a lane of " + metres(lane),
                    "Make its lanes wider", Problem.Fix.of("Make it " + needed + " wide", conveyor, e -> conveyor.withWidth(needed)));
            return;
        }
        double radius = conveyor.route().leastRadius();
        double out = Math.hypot(radius + width / 2, length / 2) - radius;
        if (Double.isFinite(radius) && out > lane / 2 + 0.05) {
            add(Problem.Grade.WARNING, conveyor, type.name() + " is too long for its arc of " + metres(radius) + ": its corners reach "
                    + metres(out - lane / 2) + " over the side", "Give it a wider arc, or a wider lane", null);
        }
    }

    private static String metres(double metres) {
        return String.format(Locale.ROOT, "%.3f", metres).replaceFirst("\\.?0+$", "") + " m";
    }

    private void add(Problem.Grade grade, Conveyor at, String what, String remedy, Problem.@org.jspecify.annotations.Nullable Fix fix) {
        problems.add(new Problem(grade, Problem.Kind.CONVEYOR, at.name(), what, remedy, fix));
    }
}
