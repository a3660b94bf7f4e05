package rhombic.study.kind;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.Person;
import rhombic.study.duty.StandPoint;
import rhombic.study.value.Attribute;
import rhombic.study.value.ConveyorPath;
import rhombic.study.value.Fitting;
import rhombic.study.value.Footprint;
import rhombic.study.value.Identified;
import rhombic.study.value.MixPart;
import rhombic.study.value.PieceOffset;
import rhombic.study.value.Placement;
import rhombic.study.value.Routing;
import rhombic.study.value.Selection;
import rhombic.study.value.ShutTime;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Timetable;
import rhombic.study.work.Inspection;
import rhombic.study.work.Operation;
import rhombic.study.work.Recipe;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;

/**
 * What a field of equipment holds. From it follow how the field is read and written, what it names, and how a new name is
 * carried into it.
 */
public sealed interface FieldType<V> {
    /** Tells what the value names. */
    default void uses(V value, NameUse use) {}

    /** The value with new names. */
    default V renamed(V value, NameChange change) {
        return value;
    }

    /** Whether the field is left out of a file for this value. */
    default boolean isLeftOut(V value) {
        return false;
    }

    /** The value with an id for whatever in it draws and has none yet. */
    default V withIds(V value) {
        return value;
    }

    /** Several, or nothing at all, which is left out of a file. */
    sealed interface OfSeveral<T> extends FieldType<List<T>> {
        @Override
        default boolean isLeftOut(List<T> value) {
            return value.isEmpty();
        }
    }

    /** One or none, which is left out of a file. */
    sealed interface OfOneOrNone<T> extends FieldType<Optional<T>> {
        @Override
        default boolean isLeftOut(Optional<T> value) {
            return value.isEmpty();
        }
    }

    /** A name, or an empty one, which is left out of a file. */
    sealed interface OfName extends FieldType<String> {
        /** Tells of what the name is one; never of an empty one. */
        void report(String name, NameUse use);

        @Override
        default void uses(String value, NameUse use) {
            if (!value.isEmpty()) {
                report(value, use);
            }
        }

        @Override
        default boolean isLeftOut(String value) {
            return value.isEmpty();
        }
    }

    /** A whole number. */
    record Whole(int min, int max) implements FieldType<Integer> {}

    /** A whole number, or none. */
    record WholeOrNone(int min, int max) implements FieldType<OptionalInt> {
        @Override
        public boolean isLeftOut(OptionalInt value) {
            return value.isEmpty();
        }
    }

    /**
     * One of several words, written in lower case.
     *
     * @param leftOut value for which the field is left out of a file; null if it never is
     */
    record Choice<T extends Enum<T>>(List<T> values, @Nullable T leftOut) implements FieldType<T> {
        @Override
        public boolean isLeftOut(T value) {
            return value == leftOut;
        }
    }

    /** The name of a piece type; empty for none. */
    record TypeName() implements OfName {
        @Override
        public void report(String name, NameUse use) {
            use.type(name);
        }

        @Override
        public String renamed(String value, NameChange change) {
            return change.type(value);
        }
    }

    /** Names of piece types. */
    record TypeNames() implements OfSeveral<String> {
        @Override
        public void uses(List<String> value, NameUse use) {
            value.forEach(use::type);
        }

        @Override
        public List<String> renamed(List<String> value, NameChange change) {
            return value.stream().map(change::type).toList();
        }
    }

    /** How long something takes, and what that depends on; none if it is not set. */
    record Time() implements OfOneOrNone<TimeSource> {
        @Override
        public void uses(Optional<TimeSource> value, NameUse use) {
            value.ifPresent(time -> uses(time, use));
        }

        static void uses(TimeSource time, NameUse use) {
            switch (time) {
                case TimeSource.Drawn drawn -> {}
                case TimeSource.ByType byType -> byType.times().keySet().forEach(use::type);
                case TimeSource.FromTable table -> {
                    use.table(table.table());
                    table.keys().forEach(use::formula);
                }
                case TimeSource.ByFormula formula -> use.formula(formula.formula());
            }
        }

        @Override
        public Optional<TimeSource> renamed(Optional<TimeSource> value, NameChange change) {
            return value.map(time -> renamed(time, change));
        }

        static TimeSource renamed(TimeSource time, NameChange change) {
            return switch (time) {
                case TimeSource.Drawn drawn -> drawn;
                case TimeSource.ByType byType -> {
                    Map<String, Distribution> times = new LinkedHashMap<>();
                    byType.times().forEach((type, value) -> times.put(change.type(type), value));
                    yield new TimeSource.ByType(times, byType.otherwise());
                }
                case TimeSource.FromTable table ->
                    new TimeSource.FromTable(change.table(table.table()), table.keys().stream().map(change::formula).toList());
                case TimeSource.ByFormula formula -> new TimeSource.ByFormula(change.formula(formula.formula()), formula.unit());
            };
        }
    }

    /** A time that is drawn; none if it is not set. */
    record Drawn() implements OfOneOrNone<Distribution> {}

    /** The steps of work, each with its time. */
    record Operations() implements OfSeveral<Operation> {
        @Override
        public List<Operation> withIds(List<Operation> value) {
            return Identified.numbered(value, "operations of a station");
        }

        @Override
        public void uses(List<Operation> value, NameUse use) {
            value.forEach(operation -> {
                Time.uses(operation.time(), use);
                Needs.skills(operation.needs(), use);
            });
        }

        @Override
        public List<Operation> renamed(List<Operation> value, NameChange change) {
            return value.stream().map(
                    op -> op.withTime(Time.renamed(op.time(), change)).withNeeds(Needs.changed(op.needs(), change))).toList();
        }
    }

    /** What is done after every n-th piece. */
    record Serviced() implements OfOneOrNone<Work.Service> {
        @Override
        public void uses(Optional<Work.Service> value, NameUse use) {
            value.ifPresent(service -> Needs.skills(service.needs(), use));
        }

        @Override
        public Optional<Work.Service> renamed(Optional<Work.Service> value, NameChange change) {
            return value.map(service -> service.withNeeds(Needs.changed(service.needs(), change)));
        }
    }

    /** How many are worked on together. */
    record Loaded() implements FieldType<Work.Load> {
        @Override
        public boolean isLeftOut(Work.Load value) {
            return value.equals(Work.Load.SINGLE);
        }
    }

    /** What fails at the end of the work. */
    record Inspected() implements OfOneOrNone<Inspection> {}

    /** When pieces come. */
    record Supplied() implements OfOneOrNone<Supply> {
        @Override
        public void uses(Optional<Supply> value, NameUse use) {
            if (value.orElse(null) instanceof Supply.ByTimetable table) {
                table.timetable().rows().stream().map(Timetable.Row::type).distinct().forEach(use::type);
            }
        }

        @Override
        public Optional<Supply> renamed(Optional<Supply> value, NameChange change) {
            return value.map(supply -> {
                if (!(supply instanceof Supply.ByTimetable by)) {
                    return supply;
                }
                Timetable table = by.timetable();
                return new Supply.ByTimetable(new Timetable(table.repeat(),
                        table.rows().stream()
                                .map(row -> new Timetable.Row(row.atSeconds(), change.type(row.type()), row.quantity(), row.attributes()))
                                .toList(),
                        table.source()));
            });
        }
    }

    /** Piece types by frequency. */
    record Mixed() implements FieldType<List<MixPart>> {
        @Override
        public void uses(List<MixPart> value, NameUse use) {
            value.forEach(part -> use.type(part.type()));
        }

        @Override
        public List<MixPart> renamed(List<MixPart> value, NameChange change) {
            return value.stream().map(part -> new MixPart(change.type(part.type()), part.weight())).toList();
        }
    }

    /** What an assembly needs. */
    record Recipes() implements FieldType<Recipe> {
        @Override
        public void uses(Recipe value, NameUse use) {
            switch (value) {
                case Recipe.Fixed fixed -> uses(fixed.parts(), use);
                case Recipe.ByKey byKey -> {
                    use.formula(byKey.key());
                    byKey.parts().values().forEach(parts -> uses(parts, use));
                }
                case Recipe.FromTable table -> {
                    use.formula(table.key());
                    use.table(table.table());
                }
            }
        }

        private static void uses(List<Recipe.Part> parts, NameUse use) {
            parts.stream().map(Recipe.Part::type).filter(type -> !type.equals(Recipe.ANY_TYPE)).forEach(use::type);
        }

        @Override
        public Recipe renamed(Recipe value, NameChange change) {
            return switch (value) {
                case Recipe.Fixed fixed -> new Recipe.Fixed(renamed(fixed.parts(), change));
                case Recipe.ByKey byKey -> {
                    Map<String, List<Recipe.Part>> parts = new LinkedHashMap<>();
                    byKey.parts().forEach((key, list) -> parts.put(change.type(key), renamed(list, change)));
                    yield new Recipe.ByKey(change.formula(byKey.key()), parts);
                }
                case Recipe.FromTable table -> new Recipe.FromTable(change.table(table.table()), change.formula(table.key()));
            };
        }

        private static List<Recipe.Part> renamed(List<Recipe.Part> parts, NameChange change) {
            return parts.stream().map(part -> new Recipe.Part(change.type(part.type()), part.count())).toList();
        }
    }

    /** How pieces are parted. */
    record Parted() implements FieldType<UnpackingStation.Parting> {
        @Override
        public void uses(UnpackingStation.Parting value, NameUse use) {
            if (value instanceof UnpackingStation.Parting.Split split) {
                use.type(split.type());
            }
        }

        @Override
        public UnpackingStation.Parting renamed(UnpackingStation.Parting value, NameChange change) {
            return value instanceof UnpackingStation.Parting.Split split
                    ? new UnpackingStation.Parting.Split(split.pieces(), change.type(split.type()))
                    : value;
        }

        @Override
        public boolean isLeftOut(UnpackingStation.Parting value) {
            return value instanceof UnpackingStation.Parting.TakeOff;
        }
    }

    /** Where it stands. */
    record Placed() implements FieldType<Placement> {}

    /** The room it takes; none for the usual one. */
    record Sized() implements OfOneOrNone<Footprint> {}

    /** Where pieces sit on it. */
    record PieceOffsets() implements FieldType<PieceOffset> {
        @Override
        public boolean isLeftOut(PieceOffset value) {
            return value.equals(PieceOffset.USUAL);
        }
    }

    /** Named values. */
    record Attributes() implements OfSeveral<Attribute> {}

    /** Which way a piece goes. */
    record Routings() implements FieldType<Routing> {
        @Override
        public void uses(Routing value, NameUse use) {
            if (value.choice() == Routing.Choice.FORMULA) {
                use.formula(value.formula());
            }
        }

        @Override
        public Routing renamed(Routing value, NameChange change) {
            return new Routing(value.choice(), change.formula(value.formula()));
        }

        @Override
        public boolean isLeftOut(Routing value) {
            return value.choice() == Routing.Choice.PREFERENCE;
        }
    }

    /** Which piece comes next. */
    record Selections() implements FieldType<Selection> {
        @Override
        public void uses(Selection value, NameUse use) {
            if (value.choice() == Selection.Choice.FORMULA) {
                use.formula(value.formula());
            }
            value.types().forEach(use::type);
        }

        @Override
        public Selection renamed(Selection value, NameChange change) {
            return new Selection(value.choice(), value.types().stream().map(change::type).toList(), change.formula(value.formula()));
        }

        @Override
        public boolean isLeftOut(Selection value) {
            return value.choice() == Selection.Choice.OLDEST;
        }
    }

    /** A quantity; its range is kept by what has the field. */
    record Measured(Dimension dimension) implements FieldType<Quantity> {}

    /** A quantity, or none. */
    record MeasuredOrNone(Dimension dimension) implements OfOneOrNone<Quantity> {}

    /** Diverts, merges and sensors along a way. */
    record Fitted() implements OfSeveral<Fitting> {
        @Override
        public List<Fitting> withIds(List<Fitting> value) {
            return Fitting.checked(value);
        }

        @Override
        public void uses(List<Fitting> value, NameUse use) {
            value.forEach(fitting -> {
                if (fitting instanceof Fitting.Divert divert) {
                    new Routings().uses(divert.routing(), use);
                }
            });
        }

        @Override
        public List<Fitting> renamed(List<Fitting> value, NameChange change) {
            return value.stream()
                    .map(fitting -> fitting instanceof Fitting.Divert divert
                            ? divert.withRouting(new Routings().renamed(divert.routing(), change))
                            : fitting)
                    .toList();
        }
    }

    /** The way of a conveyor. */
    record ConveyorPaths() implements FieldType<ConveyorPath> {}

    /** Times at which it is shut. */
    record Shut() implements OfSeveral<ShutTime> {}

    /** Words, such as skills. */
    record Words() implements OfSeveral<String> {}

    /** The name of equipment; empty for none. */
    record ElementName() implements OfName {
        @Override
        public void report(String name, NameUse use) {
            use.equipment(name);
        }

        @Override
        public String renamed(String value, NameChange change) {
            return change.equipment(value);
        }
    }

    /** The name of a calendar; empty for none. */
    record CalendarName() implements OfName {
        @Override
        public void report(String name, NameUse use) {
            use.calendar(name);
        }

        @Override
        public String renamed(String value, NameChange change) {
            return change.calendar(value);
        }
    }

    /** Who must be there. */
    record Needs() implements OfSeveral<Need> {
        @Override
        public void uses(List<Need> value, NameUse use) {
            skills(value, use);
        }

        static void skills(List<Need> needs, NameUse use) {
            needs.forEach(need -> use.skill(need.skill()));
        }

        @Override
        public List<Need> renamed(List<Need> value, NameChange change) {
            return changed(value, change);
        }

        static List<Need> changed(List<Need> needs, NameChange change) {
            return needs.stream().map(need -> need.withSkill(change.equipment(need.skill()))).toList();
        }
    }

    /** Ways to break down. */
    record Failures() implements OfSeveral<FailureMode> {
        @Override
        public List<FailureMode> withIds(List<FailureMode> value) {
            return FailureMode.complete(value);
        }

        @Override
        public void uses(List<FailureMode> value, NameUse use) {
            value.forEach(mode -> {
                Needs.skills(mode.repairedBy(), use);
                mode.stopsWith().forEach(use::equipment);
            });
        }

        @Override
        public List<FailureMode> renamed(List<FailureMode> value, NameChange change) {
            return value.stream().map(mode -> mode.withRepairedBy(Needs.changed(mode.repairedBy(), change))
                    .withStopsWith(mode.stopsWith().stream().map(change::equipment).toList())).toList();
        }
    }

    /** Where people stand at it; none for its working side. */
    record StandPoints() implements OfOneOrNone<StandPoint> {}

    /** Those of a crew who are not as all others. */
    record Persons() implements OfSeveral<Person> {
        @Override
        public List<Person> withIds(List<Person> value) {
            return Identified.numbered(value, "persons of a crew");
        }
    }
}
