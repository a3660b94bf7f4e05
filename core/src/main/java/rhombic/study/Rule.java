package rhombic.study;

import java.io.Serializable;
import java.util.Arrays;
import java.util.List;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.value.Count;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.Identified;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;
import rhombic.study.value.Timetable;

/**
 * When something happens, if a condition holds, then a short list of actions.
 *
 * @param id what its draws depend on; empty: not in a study yet
 * @param condition formula that gives yes or no; empty: always
 */
public record Rule(String id, String name, When when, String condition, List<Action> then) implements Serializable, Identified<Rule> {
    /** The words of the states that a rule can wait for. */
    public static final List<String> STATES = Arrays.stream(EquipmentState.values()).map(EquipmentState::word).toList();

    /** The words of what a buffer can become. */
    public static final String EMPTY = "empty";

    public static final String FULL = "full";

    /** How older studies say it: a buffer was starved while empty, and blocked while something waited in it. */
    public static final List<String> OF_BUFFERS = List.of(EMPTY, FULL, EquipmentState.STARVED.word(), EquipmentState.BLOCKED.word());

    public Rule {
        Names.checked(name);
        then = List.copyOf(then);
        Count.between(0, 100, "The actions of a rule", then.size());
    }

    /** One that is in no study yet. */
    public Rule(String name, When when, String condition, List<Action> then) {
        this("", name, when, condition, then);
    }

    public Rule named(String newName) {
        return new Rule(id, newName, when, condition, then);
    }

    public Rule withWhen(When newWhen) {
        return new Rule(id, name, newWhen, condition, then);
    }

    public Rule withCondition(String newCondition) {
        return new Rule(id, name, when, newCondition, then);
    }

    public Rule withThen(List<Action> newThen) {
        return new Rule(id, name, when, condition, newThen);
    }

    @Override
    public Rule withId(String newId) {
        return new Rule(newId, name, when, condition, then);
    }

    /** What happens to a piece at an equipment. */
    public enum PieceEvent {
        ENTERS("enters"), STARTS("starts at"), FINISHES("finishes at"), LEAVES("leaves");

        private final String word;

        PieceEvent(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** What sets a rule off. */
    public sealed interface When extends Serializable {
        record Piece(PieceEvent event, String at) implements When {}

        /** @param state word of the state it changes to; empty: any */
        record StateChanges(String at, String state) implements When {}

        record Signal(String name) implements When {
            public Signal {
                Names.checked(name);
            }
        }

        /** Every day at that time. */
        record TimeOfDay(String clock) implements When {
            public TimeOfDay {
                Timetable.seconds(Timetable.Repeat.DAILY, clock);
            }
        }

        /** Again and again, the first time after one interval. */
        record Every(Quantity interval) implements When {
            public Every {
                Rule.time(interval);
            }
        }
    }

    /** What a rule does. */
    public sealed interface Action extends Serializable {
        /** Sets an attribute of the piece that set the rule off, or, if {@code of} is not empty, of that equipment. */
        record Set(String of, String attribute, String formula) implements Action {}

        /** Gives the piece another of its looks. */
        record ChangeLook(String look) implements Action {}

        /** Lets nothing more into the equipment. */
        record Shut(String equipment) implements Action {}

        /** Lets pieces in again. */
        record Open(String equipment) implements Action {}

        /** Lets nothing more out of the equipment. */
        record ShutOutlet(String equipment) implements Action {}

        /** Lets pieces out again. */
        record OpenOutlet(String equipment) implements Action {}

        /** Switches the drive of a conveyor on or off; by hand or by a rule, what came last counts. */
        record Switch(String equipment, boolean on) implements Action {}

        /** Does what follows only after this time. */
        record Wait(Quantity time) implements Action {
            public Wait {
                Rule.time(time);
            }
        }

        record Signal(String name) implements Action {
            public Signal {
                Names.checked(name);
            }
        }

        /** New pieces come in at a goods in. */
        record Create(String goodsIn, String type, int pieces) implements Action {
            public Create {
                Count.between(1, 10_000, "The pieces a rule creates", pieces);
            }
        }

        /** The piece, which finishes at a station, is scrapped there. */
        record Scrap() implements Action {}

        record StopRun() implements Action {}
    }

    private static void time(Quantity time) {
        if (time.unit().dimension() != Dimension.TIME || !(time.amount() > 0)) {
            throw new StudyException("A time in a rule must be above 0 s; got " + time);
        }
    }
}
