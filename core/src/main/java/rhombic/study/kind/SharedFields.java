package rhombic.study.kind;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.Duty;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.StandPoint;
import rhombic.study.duty.StopPoint;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.place.Footprint;
import rhombic.study.place.PieceOffset;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.site.Structure;
import rhombic.study.value.Attribute;
import rhombic.study.value.Routing;
import rhombic.study.value.Selection;
import rhombic.study.value.ShutTime;

/** The fields that elements of several kinds have, written before those of the kind alone. */
final class SharedFields {
    private static final Predicate<PlantElement> EVERY = element -> true;
    private static final Predicate<PlantElement> EQUIPMENT = Equipment.class::isInstance;
    private static final Predicate<PlantElement> ON_DUTY = element -> switch (element) {
        case Equipment equipment -> true;
        case ResourceGroup group -> true;
        case Area area -> false;
        case Aisle aisle -> false;
        case Structure structure -> false;
    };
    private static final Predicate<PlantElement> WITH_INLET = PlantElement::takesPieces;
    private static final Predicate<PlantElement> WITH_OUTLET = PlantElement::givesPieces;

    /** @param has whether elements of that sort have it */
    private record Shared<V>(Predicate<PlantElement> has, Field<PlantElement, V> field) {}

    private static final List<Shared<?>> ALL = List.of(
            basics(EVERY,
                    Field.written("position", "Where its middle stands, and its heading; missing: in a row, in the order of the file.",
                            Placement.TYPE, Placement.at(0, 0), Basics::placement, Basics::placed)),
            basics(EVERY, Field.optional("size", "Length, width and height of its own; missing: the usual ones of its kind and settings.",
                    new FieldType.Maybe<>(Footprint.TYPE), Optional.empty(), b -> Optional.ofNullable(b.size()),
                    (b, size) -> b.withSize(size.orElse(null)))),
            basics(EQUIPMENT, Field.optional("pieceOffset", "Where a piece rests on it, from where it usually does.", PieceOffset.TYPE,
                    PieceOffset.USUAL, Basics::pieceOffset, Basics::withPieceOffset)),
            basics(EVERY, Field.optional("attributes", "Values that formulas and rules read and set.", Attribute.SEVERAL, List.of(),
                    Basics::attributes, Basics::withAttributes)),
            basics(EQUIPMENT,
                    Field.optional("routing", "Which link a piece leaves by, if several are for it; missing: the first with room.",
                            Routing.TYPE, Routing.PREFERENCE, Basics::routing, Basics::withRouting)),
            basics(EQUIPMENT, Field.optional("selection", "Which of the waiting pieces it takes next; missing: the longest waiting.",
                    Selection.TYPE, Selection.OLDEST, Basics::selection, Basics::withSelection)),
            basics(WITH_INLET, Field.optional("inletShut", "When nothing may come in.", ShutTime.SEVERAL, List.of(), Basics::inletShut,
                    Basics::withInletShut)),
            basics(WITH_OUTLET, Field.optional("outletShut", "When nothing may go out.", ShutTime.SEVERAL, List.of(), Basics::outletShut,
                    Basics::withOutletShut)),
            duty(ON_DUTY, Field.optional("calendar", "When it is on duty, by the name of a calendar; missing: always.", FieldType.CALENDAR,
                    "", Duty::calendar, Duty::withCalendar)),
            duty(ON_DUTY, Field.optional("atShiftEnd",
                    "What becomes of work under way when a shift ends or a break begins; missing: it is finished.",
                    FieldType.Word.of(AtShiftEnd.values()), AtShiftEnd.FINISH, Duty::atShiftEnd, Duty::withAtShiftEnd)),
            duty(ON_DUTY, Field.optional("failures", "Ways to break down; it works only while none is active. Of a crew: what each of its "
                    + "people works with.", FailureMode.SEVERAL, List.of(), Duty::failures, Duty::withFailures)),
            duty(EQUIPMENT, Field.optional("standOffset", "Where people stand at it, from its middle; missing: at its working side.",
                    new FieldType.Maybe<>(StandPoint.TYPE), Optional.empty(), duty -> Optional.ofNullable(duty.standOffset()),
                    (duty, spot) -> duty.withStandOffset(spot.orElse(null)))),
            duty(EQUIPMENT, Field.optional("stops", "Ports that whoever carries along aisles reaches from elsewhere than where an aisle is "
                    + "nearest.", StopPoint.SEVERAL, List.of(), Duty::stops, Duty::withStops)));

    private SharedFields() {}

    /** Those that elements of that sort have: an inlet only where something comes in, an outlet where it goes out. */
    static List<Field<PlantElement, ?>> of(PlantElement example) {
        List<Field<PlantElement, ?>> fields = new ArrayList<>();
        ALL.stream().filter(shared -> shared.has.test(example)).forEach(shared -> fields.add(shared.field));
        return fields;
    }

    private static <V> Shared<V> duty(Predicate<PlantElement> has, Field<Duty, V> field) {
        return basics(has, field.within(Basics::duty, Basics::withDuty));
    }

    private static <V> Shared<V> basics(Predicate<PlantElement> has, Field<Basics, V> field) {
        return new Shared<>(has, field.within(PlantElement::basics, PlantElement::with));
    }
}
