package rhombic.plant;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import rhombic.formula.FormulaException;
import rhombic.kernel.Event;
import rhombic.measure.Tally;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.PieceQueue;
import rhombic.quantity.Quantity;
import rhombic.study.Rule;
import rhombic.study.kind.Equipment;
import rhombic.study.value.Attribute;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.ShutTime;

/** One equipment of a running plant: may take pieces, may give them. */
abstract class Node {
    final Plant plant;
    final int index;
    final Tally tally;
    final PlantScope scope;
    /** Offers of others that wait for room here. */
    final Line line = new Line();
    /** Next on the agenda; itself if it is the last; null if it is not on the agenda. */
    @Nullable Node agendaNext;
    /** Rules that something here may set off; null if none can. */
    @Nullable NodeRules rules;

    private final Equipment equipment;
    private final Map<String, Object> attributes = new HashMap<>();
    private @Nullable WaysOut waysOut;
    private Ranking ranking = Ranking.BY_AGE;
    private @Nullable EquipmentState state;
    private boolean shut;

    Node(Plant plant, int index, Equipment equipment, int units) {
        this.plant = plant;
        this.index = index;
        this.equipment = equipment;
        this.tally = new Tally(units);
        this.scope = new PlantScope(plant, this, plant.stream(equipment.name(), rhombic.chance.Purpose.FORMULA));
        for (Attribute attribute : equipment.basics().attributes()) {
            attributes.put(attribute.name(), attribute.value().asObject());
        }
    }

    String name() {
        return equipment.name();
    }

    Equipment equipment() {
        return equipment;
    }

    /** Called once, when all nodes are there. */
    void connect(WaysOut ways, Ranking newRanking) {
        waysOut = ways;
        ranking = newRanking;
    }

    WaysOut waysOut() {
        if (waysOut == null) {
            throw new IllegalStateException(name() + " is used before it is connected");
        }
        return waysOut;
    }

    /** Called once at the start of the run, in the order of the study. */
    void begin() {}

    /** Whether there is room for the piece, inlet open or not. */
    abstract boolean hasRoom(Piece piece);

    /** Takes a piece; only called while there is room. */
    abstract void accept(Piece piece);

    /** The piece of the offer leaves now. */
    abstract Piece hand(Offer offer);

    /** Does what can be done at this instant; called from the agenda after something has changed here. */
    abstract void attend();

    /** Whether there may be room for one piece and none for another. */
    boolean roomDependsOnPiece() {
        return false;
    }

    /** Whether a new offer is served now: there is room, and none waits that could be served as well. */
    final boolean takesAtOnce(Piece piece) {
        if (shut || !hasRoom(piece)) {
            return false;
        }
        if (line.isEmpty()) {
            return true;
        }
        if (!roomDependsOnPiece()) {
            return false;
        }
        for (Offer.Standing one = line.first(); one != null; one = one.behind) {
            if (hasRoom(one.offer.piece())) {
                return false;
            }
        }
        return true;
    }

    /** Lets those in line hand on while there is room. */
    final void serveLine() {
        Offer.Standing standing = line.first();
        while (standing != null && !shut) {
            if (hasRoom(standing.offer.piece())) {
                accept(standing.offer.takeUp(standing));
                standing = line.first();
            } else {
                standing = roomDependsOnPiece() ? standing.behind : null;
            }
        }
    }

    /** Puts a piece that waits here into its order. */
    final void queueUp(PieceQueue queue, Piece piece) {
        if (ranking == Ranking.BY_AGE && !plant.hasRework) {
            queue.addLast(piece);
        } else {
            piece.rank = rank(piece);
            queue.add(piece);
        }
    }

    final double rank(Piece piece) {
        return ranking == Ranking.BY_AGE && !plant.hasRework ? 0 : piece.isFailed() ? Ranking.REWORK : ranking.rank(piece);
    }

    /** How many pieces are here or wait to come. */
    final int pressure() {
        return tally.content() + line.size();
    }

    /** Sees to the times at which its inlet is shut by hand; called once, before anything moves. */
    final void beginShutTimes() {
        List<ShutTime> times = equipment.basics().shut();
        for (int i = 0; i < times.size(); i++) {
            Quantity until = times.get(i).until();
            setShutAt(times.get(i).from(), true);
            boolean isShutOn = until != null && i + 1 < times.size() && times.get(i + 1).from().nanos() == until.nanos();
            if (until != null && !isShutOn) {
                setShutAt(until, false);
            }
        }
    }

    private void setShutAt(Quantity moment, boolean nowShut) {
        if (moment.nanos() == 0) {
            setShut(nowShut);
            return;
        }
        plant.simulator.schedule(new Event() {
            @Override
            protected void occur() {
                setShut(nowShut);
                plant.settle();
            }
        }, moment.nanos(), 0);
    }

    final void setShut(boolean nowShut) {
        if (shut != nowShut && plant.trace != null) {
            plant.trace.inlet(plant.now(), index, nowShut);
        }
        shut = nowShut;
        plant.toAgenda(this);
    }

    /** What formulas can ask of it. */
    final Object value(String name) {
        return switch (name) {
            case "name" -> name();
            case "content" -> (double) tally.content();
            case "done" -> (double) tally.out();
            default -> {
                Object value = attributes.get(name);
                if (value == null) {
                    throw new FormulaException(name() + " has no attribute \u201c" + name + "\u201d: add it there");
                }
                yield value;
            }
        };
    }

    /** Says whether it has the attribute, of that kind. */
    final boolean set(String attribute, Object value) {
        Object before = attributes.get(attribute);
        if (before == null || before.getClass() != value.getClass()) {
            return false;
        }
        attributes.put(attribute, value);
        return true;
    }

    final void tellRules(Rule.PieceEvent event, Piece piece) {
        NodeRules told = rules;
        if (told != null) {
            told.happens(event, piece);
        }
    }

    /** Sets the state of the equipment as a whole. */
    final void noteState(EquipmentState now) {
        if (now != state) {
            boolean first = state == null;
            state = now;
            if (plant.trace != null) {
                plant.trace.state(plant.now(), index, now);
            }
            NodeRules told = rules;
            if (told != null && !first) {
                told.changes(now);
            }
        }
    }
}
