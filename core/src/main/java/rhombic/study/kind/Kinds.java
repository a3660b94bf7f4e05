package rhombic.study.kind;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.Predicate;
import rhombic.chance.DistributionText;
import rhombic.quantity.Dimension;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.Duty;
import rhombic.study.duty.FailureMode;
import rhombic.study.value.ConveyorPath;
import rhombic.study.value.MixPart;
import rhombic.study.value.PieceOffset;
import rhombic.study.value.PieceType;
import rhombic.study.value.Placement;
import rhombic.study.value.Routing;
import rhombic.study.value.Selection;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Recipe;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;

/** All kinds of elements. A new kind is declared here. */
public final class Kinds {
    /** These come first: the kinds are declared with them. */
    static final Basics SOMEBODY = Basics.of("Somebody", Placement.at(0, 0));

    private static final int MAX = 1_000_000_000;

    private static final Predicate<PlantElement> EVERY = element -> true;
    private static final Predicate<PlantElement> EQUIPMENT = Equipment.class::isInstance;
    private static final Predicate<PlantElement> ON_DUTY = element -> switch (element) {
        case Equipment equipment -> true;
        case ResourceGroup group -> true;
        case Area area -> false;
    };
    private static final Predicate<PlantElement> WITH_INLET = PlantElement::takesPieces;
    private static final Predicate<PlantElement> WITH_OUTLET = PlantElement::givesPieces;

    /**
     * A field that elements of several kinds have, written before those of the kind alone.
     *
     * @param has whether elements of that sort have it
     */
    private record Shared<V>(Predicate<PlantElement> has, Field<PlantElement, V> field) {}

    private static final List<Shared<?>> SHARED = List.of(
            basics(EVERY, "position", "Where its middle stands, and its heading.", new FieldType.Placed(), Placement.at(0, 0),
                    Basics::placement,
                    Basics::placed),
            basics(EVERY, "size", "Length, width and height of its own; missing: the usual ones.", new FieldType.Sized(), Optional.empty(),
                    b -> Optional.ofNullable(b.size()),
                    (b, size) -> b.withSize(size.orElse(null))),
            basics(EQUIPMENT, "pieceOffset", "Where a piece rests on it, from its middle.", new FieldType.PieceOffsets(), PieceOffset.USUAL,
                    Basics::pieceOffset, Basics::withPieceOffset),
            basics(EVERY, "attributes", "Values that formulas and rules read and set.", new FieldType.Attributes(), List.of(),
                    Basics::attributes,
                    Basics::withAttributes),
            basics(EQUIPMENT, "routing", "Which link a piece leaves by, if several are for it; missing: the first with room.",
                    new FieldType.Routings(), Routing.PREFERENCE, Basics::routing, Basics::withRouting),
            basics(EQUIPMENT, "selection", "Which of the waiting pieces it takes next; missing: the longest waiting.",
                    new FieldType.Selections(),
                    Selection.OLDEST, Basics::selection, Basics::withSelection),
            basics(WITH_INLET, "inletShut", "When nothing may come in.", new FieldType.Shut(), List.of(), Basics::inletShut,
                    Basics::withInletShut),
            basics(WITH_OUTLET, "outletShut", "When nothing may go out.", new FieldType.Shut(), List.of(), Basics::outletShut,
                    Basics::withOutletShut),
            duty(ON_DUTY, "calendar", "When it is on duty, by the name of a calendar; missing: always.", new FieldType.CalendarName(), "",
                    Duty::calendar, Duty::withCalendar),
            duty(ON_DUTY, "atShiftEnd", "What becomes of work under way when a shift ends or a break begins; missing: it is finished.",
                    new FieldType.Choice<>(List.of(AtShiftEnd.values()), AtShiftEnd.FINISH), AtShiftEnd.FINISH, Duty::atShiftEnd,
                    Duty::withAtShiftEnd),
            duty(ON_DUTY, "failures", "What breaks it.", new FieldType.Failures(), List.of(), Duty::failures, Duty::withFailures),
            duty(EQUIPMENT, "standOffset", "Where people stand at it, from its middle; missing: at its working side.",
                    new FieldType.StandPoints(),
                    Optional.empty(), duty -> Optional.ofNullable(duty.standOffset()),
                    (duty, spot) -> duty.withStandOffset(spot.orElse(null))));

    private static final Work NO_WORK = new Work(1, 0, List.of(), null, null, null);
    private static final Work ONE_MINUTE = Work.of(1, 0, new TimeSource.Drawn(DistributionText.parse("60 s")));

    public static final Kind<GoodsIn> GOODS_IN = new Kind<>("Goods in", Family.IN_OUT, GoodsIn.class, List.of(
            new Field<>("mix", "Which piece types come, and how often.", new FieldType.Mixed(), List.of(), GoodsIn::mix, GoodsIn::withMix),
            new Field<>("supply", "When they come; missing: nothing comes yet.", new FieldType.Supplied(), Optional.empty(),
                    GoodsIn::supply,
                    (in, supply) -> new GoodsIn(in.basics(), in.mix(), supply, in.whenFull(), in.maxPieces())),
            new Field<>("whenFull", "What becomes of a piece for which there is no room.",
                    new FieldType.Choice<>(List.of(GoodsIn.WhenFull.values()), null), GoodsIn.WhenFull.WAIT,
                    GoodsIn::whenFull, GoodsIn::withWhenFull),
            new Field<>("maxPieces", "Pieces that come in all; missing: no limit.", new FieldType.WholeOrNone(1, MAX), OptionalInt.empty(),
                    GoodsIn::maxPieces, GoodsIn::withMaxPieces)),
            basics -> new GoodsIn(basics, List.of(), Optional.empty(), GoodsIn.WhenFull.WAIT, OptionalInt.empty()),
            (basics, types) -> new GoodsIn(basics, List.of(new MixPart(usualType(types), 1)),
                    Optional.of(new Supply.Spaced(DistributionText.parse("exponential(90 s)"))), GoodsIn.WhenFull.WAIT,
                    OptionalInt.empty()));

    public static final Kind<Buffer> BUFFER = new Kind<>("Buffer", Family.STORE, Buffer.class, List.of(
            new Field<>("capacity", "Pieces that it holds; missing: no limit.", new FieldType.WholeOrNone(1, MAX), OptionalInt.empty(),
                    Buffer::capacity, Buffer::withCapacity),
            new Field<>("order", "In which order pieces leave.", new FieldType.Choice<>(List.of(Buffer.Order.values()), null),
                    Buffer.Order.OLDEST_FIRST, Buffer::order,
                    Buffer::withOrder),
            new Field<>("arrangement", "How the pieces lie.",
                    new FieldType.Choice<>(List.of(Buffer.Arrangement.values()), Buffer.Arrangement.ON_ROLLERS),
                    Buffer.Arrangement.ON_ROLLERS, Buffer::arrangement,
                    Buffer::withArrangement)),
            basics -> new Buffer(basics, OptionalInt.empty(), Buffer.Order.OLDEST_FIRST),
            (basics, types) -> new Buffer(basics, OptionalInt.of(6), Buffer.Order.OLDEST_FIRST));

    public static final Kind<Station> STATION = new Kind<>("Station", Family.WORK, Station.class, withWork(Station::with, List.of(
            new Field<>("load", "How many pieces are worked on together; missing: each alone.", new FieldType.Loaded(), Work.Load.SINGLE,
                    Station::load, Station::withLoad),
            new Field<>("inspection", "What part of the pieces fails, and what becomes of it.", new FieldType.Inspected(), Optional.empty(),
                    s -> Optional.ofNullable(s.inspection()),
                    (s, i) -> s.withInspection(i.orElse(null))))),
            basics -> new Station(basics, NO_WORK, Work.Load.SINGLE, null),
            (basics, types) -> new Station(basics, ONE_MINUTE, Work.Load.SINGLE, null));

    public static final Kind<AssemblyStation> ASSEMBLY = new Kind<>(
            "Assembly station", Family.JOIN_PART, AssemblyStation.class, withWork(AssemblyStation::with, List.of(
                    new Field<>("method", "Whether pieces are packed onto a base, assembled into it, or gathered in batches.",
                            new FieldType.Choice<>(List.of(AssemblyStation.Method.values()), null),
                            AssemblyStation.Method.PACK,
                            AssemblyStation::method, AssemblyStation::withMethod),
                    new Field<>("bases", "Piece types that come in as a base.", new FieldType.TypeNames(), List.of(),
                            AssemblyStation::bases, AssemblyStation::withBases),
                    new Field<>("recipe", "What a base needs.", new FieldType.Recipes(), new Recipe.Fixed(List.of()),
                            AssemblyStation::recipe,
                            AssemblyStation::withRecipe),
                    new Field<>("partCapacity", "Parts of each type that may wait.", new FieldType.Whole(1, MAX), 1,
                            AssemblyStation::partCapacity,
                            AssemblyStation::withPartCapacity),
                    new Field<>("result", "The piece type that a batch, or an assembly, becomes; missing: as the base.",
                            new FieldType.TypeName(), "", AssemblyStation::result, AssemblyStation::withResult))),
            basics -> new AssemblyStation(basics, NO_WORK, AssemblyStation.Method.PACK, List.of(), new Recipe.Fixed(List.of()), 1, ""),
            (basics, types) -> new AssemblyStation(basics, ONE_MINUTE, AssemblyStation.Method.PACK,
                    types.stream().filter(PieceType::loadCarrier).map(PieceType::name).limit(1).toList(),
                    new Recipe.Fixed(List.of(new Recipe.Part(usualType(types), 4))), 8, ""));

    public static final Kind<UnpackingStation> UNPACKING = new Kind<>(
            "Unpacking station", Family.JOIN_PART, UnpackingStation.class, withWork(UnpackingStation::with, List.of(
                    new Field<>("split", "Into how many pieces of which type one is parted; missing: what it holds is taken off.",
                            new FieldType.Parted(), new UnpackingStation.Parting.TakeOff(), UnpackingStation::parting,
                            UnpackingStation::withParting))),
            basics -> new UnpackingStation(basics, NO_WORK, new UnpackingStation.Parting.TakeOff()),
            (basics, types) -> new UnpackingStation(basics, ONE_MINUTE, new UnpackingStation.Parting.TakeOff()));

    public static final Kind<Conveyor> CONVEYOR = new Kind<>("Conveyor", Family.MOVE, Conveyor.class, List.of(
            new Field<>("path", "Its path, straight parts and curves from its beginning on.", new FieldType.ConveyorPaths(),
                    ConveyorPath.straight(5), Conveyor::conveyorPath,
                    Conveyor::withConveyorPath),
            new Field<>("width", "Of one lane.", new FieldType.Measured(Dimension.LENGTH), Conveyor.USUAL_WIDTH, Conveyor::width,
                    Conveyor::withWidth),
            new Field<>("speed", "Of the pieces.", new FieldType.Measured(Dimension.SPEED), Conveyor.USUAL_SPEED, Conveyor::speed,
                    Conveyor::withSpeed),
            new Field<>("gap", "Least distance from one piece to the next.", new FieldType.Measured(Dimension.LENGTH), Conveyor.USUAL_GAP,
                    Conveyor::gap, Conveyor::withGap),
            new Field<>("mode", "Whether pieces close up behind a stop, or all of it stops.",
                    new FieldType.Choice<>(List.of(Conveyor.Mode.values()), null), Conveyor.Mode.ACCUMULATING, Conveyor::mode,
                    Conveyor::withMode),
            new Field<>("orientation", "Whether pieces lie along it or across; missing: lengthwise.",
                    new FieldType.Choice<>(List.of(Conveyor.Orientation.values()), Conveyor.Orientation.LENGTHWISE),
                    Conveyor.Orientation.LENGTHWISE,
                    Conveyor::orientation, Conveyor::withOrientation),
            new Field<>("maxPieces", "Pieces on it at a time; missing: as many as fit.", new FieldType.WholeOrNone(1, MAX),
                    OptionalInt.empty(), Conveyor::maxPieces, Conveyor::withMaxPieces),
            new Field<>("lanes", "Lanes side by side.", new FieldType.Whole(1, Conveyor.MAX_LANES), 1, Conveyor::lanes,
                    Conveyor::withLanes),
            new Field<>("offTimes", "When its drive is off.", new FieldType.Shut(), List.of(), Conveyor::offTimes, Conveyor::withOffTimes),
            new Field<>("fittings", "Diverts, merges and sensors along it.", new FieldType.Fitted(), List.of(), Conveyor::fittings,
                    Conveyor::withFittings),
            new Field<>("pitch", "Distance of the positions, if pieces lie in positions.", new FieldType.MeasuredOrNone(Dimension.LENGTH),
                    Optional.empty(), c -> c.indexing().pitch(),
                    (c, pitch) -> c.withIndexing(new Conveyor.Indexing(pitch, c.indexing().positions()))),
            new Field<>("positions", "Number of the positions, if pieces lie in positions.", new FieldType.WholeOrNone(1, MAX),
                    OptionalInt.empty(), c -> c.indexing().positions(),
                    (c, positions) -> c.withIndexing(new Conveyor.Indexing(c.indexing().pitch(), positions))),
            new Field<>("maxWeight", "Weight of all that may be on it; missing: no limit.", new FieldType.MeasuredOrNone(Dimension.MASS),
                    Optional.empty(), Conveyor::maxWeight,
                    Conveyor::withMaxWeight),
            new Field<>("acceleration", "Of its drive; missing: it starts and stops at once.",
                    new FieldType.MeasuredOrNone(Dimension.ACCELERATION), Optional.empty(), Conveyor::acceleration,
                    Conveyor::withAcceleration)),
            basics -> Conveyor.usual(basics.withSize(null), ConveyorPath.straight(5)),
            (basics, types) -> Conveyor.usual(basics, ConveyorPath.straight(5)));

    public static final Kind<GoodsOut> GOODS_OUT = new Kind<>("Goods out", Family.IN_OUT, GoodsOut.class, List.of(), GoodsOut::new,
            (basics, types) -> new GoodsOut(basics));

    public static final Kind<Crew> CREW = new Kind<>("Crew", Family.PEOPLE, Crew.class, List.of(
            new Field<>("people", "How many they are.", new FieldType.Whole(1, 1000), 1, Crew::people, Crew::withPeople),
            new Field<>("skills", "What they can be asked for by, beside the name of the crew.", new FieldType.Words(), List.of(),
                    Crew::skills, Crew::withSkills),
            new Field<>("speed", "At which they walk; missing: they are there at once.", new FieldType.MeasuredOrNone(Dimension.SPEED),
                    Optional.empty(), Crew::speed, Crew::withSpeed),
            new Field<>("personRule", "Which of those who are free comes; missing: the nearest.",
                    new FieldType.Choice<>(List.of(Crew.PersonRule.values()), Crew.PersonRule.NEAREST),
                    Crew.PersonRule.NEAREST,
                    Crew::personRule,
                    Crew::withPersonRule),
            new Field<>("jobRule", "What one does next, among the most urgent; missing: the longest waiting.",
                    new FieldType.Choice<>(List.of(Crew.JobRule.values()), Crew.JobRule.OLDEST), Crew.JobRule.OLDEST,
                    Crew::jobRule,
                    Crew::withJobRule),
            new Field<>("idleAt", "Where they wait for work; missing: at home.",
                    new FieldType.Choice<>(List.of(Crew.IdlePlace.values()), Crew.IdlePlace.AT_HOME), Crew.IdlePlace.AT_HOME,
                    Crew::idleAt,
                    Crew::withIdleAt),
            new Field<>("breakArea", "Where they go at a break, by name; missing: home.", new FieldType.ElementName(), "", Crew::breakArea,
                    Crew::withBreakArea),
            new Field<>("persons", "Those who have names, factors or skills of their own.", new FieldType.Persons(), List.of(),
                    Crew::persons, Crew::withPersons)),
            basics -> Crew.usual(basics).withSpeed(Optional.empty()), (basics, types) -> Crew.usual(basics));

    public static final Kind<BreakArea> BREAK_AREA = new Kind<>("Break area", Family.PEOPLE, BreakArea.class, List.of(), BreakArea::new,
            (basics, types) -> new BreakArea(basics));

    /** In the order in which they are offered. */
    public static final List<Kind<?>> ALL = List.of(GOODS_IN, BUFFER, CONVEYOR, STATION, ASSEMBLY, UNPACKING, GOODS_OUT, CREW, BREAK_AREA);

    private Kinds() {}

    /** The first there is. */
    private static String usualType(List<PieceType> types) {
        return types.isEmpty() ? "Piece" : types.getFirst().name();
    }

    public static Kind<?> of(PlantElement element) {
        return switch (element) {
            case GoodsIn in -> GOODS_IN;
            case Buffer buffer -> BUFFER;
            case Conveyor conveyor -> CONVEYOR;
            case Station station -> STATION;
            case AssemblyStation assembly -> ASSEMBLY;
            case UnpackingStation unpacking -> UNPACKING;
            case GoodsOut out -> GOODS_OUT;
            case Crew crew -> CREW;
            case BreakArea area -> BREAK_AREA;
        };
    }

    public static Optional<Kind<?>> ofFileWord(String word) {
        return ALL.stream().filter(kind -> kind.fileWord().equals(word)).findFirst();
    }

    /** The fields that elements of that sort share with others: an inlet only where something comes in, an outlet where it goes out. */
    static List<Field<PlantElement, ?>> shared(PlantElement example) {
        List<Field<PlantElement, ?>> fields = new ArrayList<>();
        SHARED.stream().filter(shared -> shared.has.test(example)).forEach(shared -> fields.add(shared.field));
        return fields;
    }

    /** The element with new names in all its fields; its own name stays. */
    public static PlantElement renamed(PlantElement element, NameChange change) {
        return of(element).renamed(element, change);
    }

    /** Failures, wherever they stand, with new names in them. */
    public static List<FailureMode> renamed(List<FailureMode> modes, NameChange change) {
        return new FieldType.Failures().renamed(modes, change);
    }

    /** Tells all that failures name, wherever they stand. */
    public static void uses(List<FailureMode> modes, NameUse use) {
        new FieldType.Failures().uses(modes, use);
    }

    /** Tells all that the element names. */
    public static void uses(PlantElement element, NameUse use) {
        of(element).uses(element, use);
    }

    /**
     * The element as one of another kind, with its name, place and whatever both kinds have in common.
     *
     * @throws rhombic.study.value.StudyException if what they have in common breaks a rule there
     */
    public static <E extends PlantElement> E changedTo(Kind<E> kind, PlantElement element) {
        E changed = kind.blank(element.basics());
        for (Field<E, ?> field : kind.fields()) {
            changed = taken(changed, field, element);
        }
        return changed;
    }

    private static <E extends PlantElement, V> E taken(E into, Field<E, V> field, PlantElement from) {
        return valueIn(of(from), from, field.name(), field.type()).map(value -> field.with().apply(into, cast(field, value))).orElse(into);
    }

    @SuppressWarnings("unchecked") // both fields have the same type, so their values are of one class
    private static <E extends PlantElement, V> V cast(Field<E, V> field, Object value) {
        return (V) value;
    }

    private static <F extends PlantElement> Optional<Object> valueIn(Kind<F> kind, PlantElement from, String name, FieldType<?> type) {
        F element = kind.type().cast(from);
        return kind.fields().stream().filter(field -> field.name().equals(name) && field.type().equals(type)).findFirst()
                .map(field -> (Object) field.of(element));
    }

    private static <V> Shared<V> duty(Predicate<PlantElement> has, String name, String meaning, FieldType<V> type, V usual,
            Function<Duty, V> get, BiFunction<Duty, V, Duty> with) {
        return basics(has, name, meaning, type, usual, b -> get.apply(b.duty()), (b, value) -> b.withDuty(with.apply(b.duty(), value)));
    }

    private static <V> Shared<V> basics(Predicate<PlantElement> has, String name, String meaning, FieldType<V> type, V usual,
            Function<Basics, V> get, BiFunction<Basics, V, Basics> with) {
        return new Shared<>(has, new Field<>(name, meaning, type, usual, element -> get.apply(element.basics()),
                (element, value) -> element.with(with.apply(element.basics(), value))));
    }

    /** The fields of work, then the others. */
    private static <E extends WorkEquipment> List<Field<E, ?>> withWork(BiFunction<E, Work, E> withWork, List<Field<E, ?>> others) {
        List<Field<E, ?>> fields = new ArrayList<>(List.of(
                work(withWork, "places", "Pieces, or loads, that it works on at the same time.", new FieldType.Whole(1, 10_000), 1,
                        Work::places, Work::withPlaces),
                work(withWork, "inputCapacity", "Pieces that may wait before the work; with 0 they wait where they come from.",
                        new FieldType.Whole(0, MAX), 0, Work::inputCapacity, Work::withInputCapacity),
                work(withWork, "operations", "What is done one after the other.", new FieldType.Operations(), List.of(), Work::operations,
                        Work::withOperations),
                work(withWork, "changeover", "Time lost when the type changes; missing: none.", new FieldType.Time(), Optional.empty(),
                        w -> Optional.ofNullable(w.changeover()),
                        (w, time) -> w.withChangeover(time.orElse(null))),
                work(withWork, "setupCrew", "Who must be there for a changeover.", new FieldType.Needs(), List.of(), Work::setupCrew,
                        Work::withSetupCrew),
                work(withWork, "service", "What is done after every so many pieces.", new FieldType.Serviced(), Optional.empty(),
                        w -> Optional.ofNullable(w.service()),
                        (w, service) -> w.withService(service.orElse(null))),
                work(withWork, "pause", "Before a place lets the next piece in; missing: none.", new FieldType.Drawn(), Optional.empty(),
                        w -> Optional.ofNullable(w.pause()),
                        (w, pause) -> w.withPause(pause.orElse(null)))));
        fields.addAll(others);
        return fields;
    }

    private static <E extends WorkEquipment, V> Field<E, V> work(BiFunction<E, Work, E> withWork, String name, String meaning,
            FieldType<V> type, V usual,
            Function<Work, V> get,
            BiFunction<Work, V, Work> with) {
        return new Field<>(name, meaning, type, usual, element -> get.apply(element.work()),
                (element, value) -> withWork.apply(element, with.apply(element.work(), value)));
    }
}
