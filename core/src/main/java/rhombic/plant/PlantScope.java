package rhombic.plant;

import java.time.LocalDateTime;
import java.util.AbstractMap;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.apache.commons.rng.UniformRandomProvider;
import org.jspecify.annotations.Nullable;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.formula.FormulaScope;

/** What formulas at one place can see of a running plant. One for each place; the piece is set before each use. */
final class PlantScope implements FormulaScope {
    private static final double HOUR_NANOS = 3.6e12;

    private final Plant plant;
    private final @Nullable Node node;
    private final UniformRandomProvider chance;
    private final Map<String, Object> pieceView = view(this::ofPiece);
    private final Map<String, Object> hereView;
    private final Map<String, Object> clockView = view(this::ofClock);
    private @Nullable Piece piece;
    private String from = "";
    private String to = "";

    PlantScope(Plant plant, @Nullable Node node, UniformRandomProvider chance) {
        this.plant = plant;
        this.node = node;
        this.chance = chance;
        hereView = node == null ? view(name -> {
            throw new FormulaException("There is no \u201chere\u201d: the formula stands at no equipment; write at('Name')." + name);
        }) : viewOf(node);
    }

    PlantScope with(@Nullable Piece newPiece) {
        piece = newPiece;
        return this;
    }

    PlantScope changing(String newFrom, String newTo) {
        from = newFrom;
        to = newTo;
        return this;
    }

    /** Works a formula out and says for which piece and where, if that fails. */
    <T> T evaluate(Formula formula, @Nullable Piece about, Function<PlantScope, T> use) {
        piece = about;
        try {
            return use.apply(this);
        } catch (FormulaException e) {
            throw trouble(e, about);
        }
    }

    RunTroubleException trouble(FormulaException e, @Nullable Piece about) {
        String where = node == null ? "" : node.name();
        String who = about == null ? "" : " (asked for " + plant.types.name(about.type) + (about.id >= 0 ? " " + (about.id + 1) : "") + " after " + rhombic.quantity.Clock.elapsed(plant.now()) + ")";
        return new RunTroubleException(where, (where.isEmpty() ? "" : where + ": ") + e.getMessage() + who + ".");
    }

    @Override
    public Map<String, Object> piece() {
        return pieceView;
    }

    @Override
    public Map<String, Object> here() {
        return hereView;
    }

    @Override
    public Map<String, Object> clock() {
        return clockView;
    }

    @Override
    public Map<String, Object> at(String equipment) {
        Node other = plant.find(equipment);
        if (other == null) {
            throw new FormulaException("There is no equipment \u201c" + equipment + "\u201d");
        }
        return viewOf(other);
    }

    @Override
    public Object table(String name, Object... keys) {
        return plant.tables.find(name).value(keys);
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
        return chance;
    }

    private Object ofPiece(String name) {
        Piece about = piece;
        if (about == null) {
            throw new FormulaException("There is no piece here that \u201cpiece." + name + "\u201d could be of");
        }
        return switch (name) {
            case "type" -> plant.types.name(about.type);
            case "age" -> (plant.now() - about.bornNanos) / 1e9;
            case "reworked" -> (double) (about.rework == null ? 0 : about.rework.times);
            case "look" -> plant.types.lookName(about);
            default -> {
                Object value = plant.types.value(about, name);
                if (value == null) {
                    throw new FormulaException("Pieces of type " + plant.types.name(about.type) + " have no attribute \u201c" + name + "\u201d: add it to the type");
                }
                yield value;
            }
        };
    }

    private Object ofClock(String name) {
        double hours = plant.now() / HOUR_NANOS;
        LocalDateTime start = plant.start;
        double sinceMidnight = start.toLocalTime().toNanoOfDay() / HOUR_NANOS + hours;
        return switch (name) {
            case "seconds" -> plant.now() / 1e9;
            case "hours" -> hours;
            case "hour" -> sinceMidnight % 24;
            case "weekday" -> (start.getDayOfWeek().getValue() - 1 + Math.floor(sinceMidnight / 24)) % 7 + 1;
            default -> throw new FormulaException("The clock has no \u201c" + name + "\u201d: use one of " + String.join(", ", new java.util.TreeSet<>(Formula.OF_CLOCK)));
        };
    }

    private static Map<String, Object> viewOf(Node node) {
        Map<String, Object> view = node.view;
        if (view == null) {
            view = view(node::value);
            node.view = view;
        }
        return view;
    }

    private static Map<String, Object> view(Function<String, Object> values) {
        return new AbstractMap<>() {
            @Override
            public Object get(Object key) {
                return values.apply((String) key);
            }

            @Override
            public boolean containsKey(Object key) {
                return true;
            }

            @Override
            public Set<Entry<String, Object>> entrySet() {
                return Set.of();
            }
        };
    }
}
