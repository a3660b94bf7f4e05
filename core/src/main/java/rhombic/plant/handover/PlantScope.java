package rhombic.plant.handover;

import java.time.LocalDateTime;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import org.apache.commons.rng.UniformRandomProvider;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.formula.FormulaScope;
import rhombic.plant.blueprint.RunTroubleException;
import rhombic.plant.piece.Piece;
import rhombic.plant.resource.Resource;
import rhombic.quantity.Clock;

/** What formulas at one place can see of a running plant. One for each formula; the piece is set before each use. */
public final class PlantScope implements FormulaScope {
    private static final double HOUR_NANOS = 3.6e12;

    private final Flow flow;
    private final @Nullable Node node;
    /** Names its stream of draws, which is made when first needed. */
    private final String stream;

    private @Nullable UniformRandomProvider chance;
    private @Nullable Piece piece;
    private @Nullable Resource person;
    private @Nullable ToDoubleFunction<String> slot;
    private @Nullable ToDoubleFunction<String> member;
    /** The attribute of pieces that was asked for last, and its slot. */
    private String attribute = "";
    private int attributeSlot = -1;
    private String from = "";
    private String to = "";

    /** @param stream that all draws here come from, and those of no other formula */
    public PlantScope(Flow flow, @Nullable Node node, String stream) {
        this.flow = flow;
        this.node = node;
        this.stream = stream;
    }

    public PlantScope with(@Nullable Piece newPiece) {
        piece = newPiece;
        return this;
    }

    public PlantScope by(@Nullable Resource worker) {
        person = worker;
        return this;
    }

    /** @param newMember what is known of it, by name */
    public PlantScope choosing(ToDoubleFunction<String> newMember) {
        member = newMember;
        return this;
    }

    /** @param newSlot what is known of it, by name */
    public PlantScope at(ToDoubleFunction<String> newSlot) {
        slot = newSlot;
        return this;
    }

    public PlantScope changing(String newFrom, String newTo) {
        from = newFrom;
        to = newTo;
        return this;
    }

    /** Works a formula out and says for which piece and where, if that fails. */
    public <T> T evaluate(Formula formula, @Nullable Piece about, Function<PlantScope, T> use) {
        piece = about;
        try {
            return use.apply(this);
        } catch (FormulaException e) {
            throw problem(e, about);
        }
    }

    public RunTroubleException problem(FormulaException e, @Nullable Piece about) {
        String location = node == null ? "" : node.name();
        String person = about == null
                ? ""
                : " (asked for " + flow.types.name(about.type) + (about.id >= 0 ? " " + (about.id + 1) : "") + " after "
                        + Clock.elapsed(flow.now()) + ")";
        return new RunTroubleException(location, (location.isEmpty() ? "" : location + ": ") + e.getMessage() + person + ".");
    }

    @Override
    public Object here(String name) {
        if (node == null) {
            return flow.census.value(name);
        }
        return node.value(name);
    }

    @Override
    public Object at(String equipment, String name) {
        Node other = flow.find(equipment);
        if (other == null) {
            throw new FormulaException("There is no equipment \u201c" + equipment + "\u201d");
        }
        return other.value(name);
    }

    @Override
    public Object table(String name, Object... keys) {
        return flow.tables.find(name).value(keys);
    }

    @Override
    public String from() {
        return from;
    }

    @Override
    public String to() {
        return to;
    }

    @Override
    public UniformRandomProvider chance() {
        UniformRandomProvider drawn = chance;
        if (drawn == null) {
            drawn = flow.stream(stream, Purpose.FORMULA);
            chance = drawn;
        }
        return drawn;
    }

    @Override
    public Object piece(String name) {
        Piece about = piece;
        if (about == null) {
            throw new FormulaException("There is no piece here that \u201cpiece." + name + "\u201d could be of");
        }
        if (attributeSlot >= 0 && name.equals(attribute)) { // mostly the same text again, which needs no comparing
            Object value = flow.types.value(about, attributeSlot);
            if (value != null) {
                return value;
            }
        }
        return switch (name) {
            case "type" -> flow.types.name(about.type);
            case "age" -> (flow.now() - about.createdNanos) / 1e9;
            case "onLane" -> (double) about.onLane;
            case "reworked" -> (double) (about.rework == null ? 0 : about.rework.times);
            case "look" -> flow.types.lookName(about);
            default -> {
                attribute = name;
                attributeSlot = flow.types.slot(name);
                Object value = attributeSlot < 0 ? null : flow.types.value(about, attributeSlot);
                if (value == null) {
                    throw new FormulaException("Pieces of type " + flow.types.name(about.type) + " have no attribute \u201c" + name
                            + "\u201d: add it to the type");
                }
                yield value;
            }
        };
    }

    @Override
    public Object person(String name) {
        Resource worker = person;
        if (worker == null) {
            throw new FormulaException(
                    "Nobody is there that \u201cperson." + name + "\u201d could be about: say who is needed for the work");
        }
        return switch (name) {
            case "name" -> worker.name();
            case "factor" -> worker.factor();
            default -> throw new FormulaException("A person has no \u201c" + name + "\u201d: use one of "
                    + String.join(", ", new TreeSet<>(Formula.OF_PERSON)));
        };
    }

    @Override
    public Object member(String name) {
        ToDoubleFunction<String> of = member;
        return of == null ? FormulaScope.super.member(name) : (Object) of.applyAsDouble(name);
    }

    @Override
    public Object slot(String name) {
        ToDoubleFunction<String> of = slot;
        return of == null ? FormulaScope.super.slot(name) : (Object) of.applyAsDouble(name);
    }

    @Override
    public Object clock(String name) {
        double hours = flow.now() / HOUR_NANOS;
        LocalDateTime start = flow.start;
        double sinceMidnight = start.toLocalTime().toNanoOfDay() / HOUR_NANOS + hours;
        return switch (name) {
            case "seconds" -> flow.now() / 1e9;
            case "hours" -> hours;
            case "hour" -> sinceMidnight % 24;
            case "weekday" -> (start.getDayOfWeek().getValue() - 1 + Math.floor(sinceMidnight / 24)) % 7 + 1;
            default -> throw new FormulaException("The clock has no \u201c" + name + "\u201d: use one of "
                    + String.join(", ", new TreeSet<>(Formula.OF_CLOCK)));
        };
    }
}
