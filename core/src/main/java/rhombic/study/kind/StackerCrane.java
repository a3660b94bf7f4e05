package rhombic.study.kind;

import java.io.Serializable;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import rhombic.study.duty.Dispatching;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Person;
import rhombic.study.duty.TravelChoice;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.field.Reference;
import rhombic.study.place.AxisDriving;
import rhombic.study.place.Footprint;
import rhombic.study.rack.AisleTransfer;
import rhombic.study.rack.CraneCycles;
import rhombic.study.rack.CraneDriving;
import rhombic.study.rack.RackLayout;
import rhombic.study.value.Count;
import rhombic.study.value.Names;

/**
 * Stacker cranes, each of which serves one aisle of a rack: it stores what comes to the infeed, and brings what is to go out to the outfeed. With a transfer
 * fewer of them serve all aisles, one after the other. Where they stand on the floor is where their control desk is.
 *
 * @param rack that they serve, by name; empty: none yet
 * @param cranes how many, one for each aisle if there is no transfer
 * @param driving how they move
 * @param cycles what they do one after the other
 * @param transfer takes them from aisle to aisle; empty: each stays in its own
 */
public record StackerCrane(Basics basics, String rack, int cranes, CraneDriving driving, CraneCycles cycles,
        Optional<AisleTransfer> transfer) implements ResourceGroup {
    private static final Dispatching RULES = Dispatching.USUAL.withIdleAt(IdlePlace.WHERE_THEY_ARE).withTravel(TravelChoice.STRAIGHT);
    private static final double CARRIAGE_METRES = 0.3;
    private static final Footprint DESK = new Footprint(1.2, 0.8, 1.1);

    public static final Kind<StackerCrane> KIND = new Kind<>("Stacker crane", Family.STORE, StackerCrane.class, List.of(
            Field.optional("rack", "That they serve; missing: none yet.", new FieldType.Text(Reference.ELEMENT), "", StackerCrane::rack,
                    StackerCrane::withRack),
            Field.required("cranes", "How many they are, one for each aisle, or fewer if there is a transfer.",
                    new FieldType.Whole(1, RackLayout.MAX_AISLES),
                    StackerCrane::cranes, StackerCrane::withCranes),
            AxisDriving.speedField("speed", "At which they travel along the aisle.", CraneDriving.USUAL.travel())
                    .within(CraneDriving::travel, CraneDriving::withTravel).within(StackerCrane::driving, StackerCrane::with),
            AxisDriving.accelerationField("acceleration", "By which they speed up and brake along the aisle; missing: at once.")
                    .within(CraneDriving::travel, CraneDriving::withTravel).within(StackerCrane::driving, StackerCrane::with),
            AxisDriving.speedField("liftSpeed", "Of the carriage, up and down.", CraneDriving.USUAL.lift())
                    .within(CraneDriving::lift, CraneDriving::withLift).within(StackerCrane::driving, StackerCrane::with),
            AxisDriving.accelerationField("liftAcceleration", "By which the carriage speeds up and brakes; missing: at once.")
                    .within(CraneDriving::lift, CraneDriving::withLift).within(StackerCrane::driving, StackerCrane::with),
            Field.optional("cycle", "Whether a store and a fetch are joined; missing: double.",
                    FieldType.Word.of(CraneCycles.Cycle.values()), CraneCycles.Cycle.DOUBLE, CraneCycles::rule, CraneCycles::withRule)
                    .within(StackerCrane::cycles, StackerCrane::with),
            Field.written("forkTime", "To pick a load up or to set it down.", FieldType.DURATION, CraneCycles.USUAL.forkTime(),
                    CraneCycles::forkTime, CraneCycles::withForkTime).within(StackerCrane::cycles, StackerCrane::with),
            Field.optional("deepTime", "In addition for each place farther back in a slot; missing: no time.", FieldType.DURATION,
                    CraneCycles.USUAL.deepTime(), CraneCycles::deepTime, CraneCycles::withDeepTime)
                    .within(StackerCrane::cycles, StackerCrane::with),
            Field.optional("loads", "How many loads it takes at a time, each on a fork of its own, side by side; missing: 1.",
                    new FieldType.Whole(1, CraneCycles.MAX_LOADS), 1, CraneCycles::loads, CraneCycles::withLoads)
                    .within(StackerCrane::cycles, StackerCrane::with),
            Field.optional("dwell", "Where they wait; missing: they stay where they are.", FieldType.Word.of(CraneCycles.Dwell.values()),
                    CraneCycles.Dwell.STAY, CraneCycles::dwell, CraneCycles::withDwell).within(StackerCrane::cycles, StackerCrane::with),
            Field.optional("transfer", "Takes them from aisle to aisle; missing: each stays in its own.",
                    new FieldType.Maybe<>(AisleTransfer.TYPE), Optional.empty(), StackerCrane::transfer, StackerCrane::withTransfer)),
            StackerCrane::usual, (basics, types) -> usual(basics));

    public StackerCrane {
        Count.between(1, RackLayout.MAX_AISLES, "The cranes of a rack", cranes);
        if (!rack.isEmpty()) {
            Names.checked(rack);
        }
    }

    private static StackerCrane usual(Basics basics) {
        return new StackerCrane(basics, "", 1, CraneDriving.USUAL, CraneCycles.USUAL, Optional.empty());
    }

    @Override
    public int count() {
        return cranes;
    }

    /** Of several that serve the same rack, only the first moves. */
    public boolean serves(Rack one) {
        return rack.equals(one.name());
    }

    /** Called as the group, with their number if there are several: without a transfer that of their aisle. */
    @Override
    public List<Person> members() {
        return Person.alike(name(), cranes);
    }

    @Override
    public List<String> skills() {
        return List.of();
    }

    @Override
    public Grip grip() {
        return new Grip(0, CARRIAGE_METRES, false);
    }

    @Override
    public Dispatching dispatching() {
        return RULES;
    }

    /** They go by rules of their own. */
    @Override
    public StackerCrane with(Dispatching rules) {
        return this;
    }

    @Override
    public boolean areThereAtOnce() {
        return false;
    }

    @Override
    public boolean comeWhenCalled() {
        return false;
    }

    @Override
    public int movingParts() {
        return 1 + cycles.loads();
    }

    @Override
    public boolean arePeople() {
        return false;
    }

    @Override
    public String memberWord(boolean several) {
        return several ? "cranes" : "crane";
    }

    @Override
    public List<Candidate> candidates() {
        return List.of(
                new Candidate(Candidate.Aspect.SPEED, "a tenth faster",
                        () -> with(
                                driving.withTravel(axis -> axis.faster(Candidate.FASTER)).withLift(axis -> axis.faster(Candidate.FASTER)))),
                new Candidate(Candidate.Aspect.TIME, "forks a tenth faster",
                        () -> with(cycles.withForkTime(cycles.forkTime().scaled(1 / Candidate.FASTER)))));
    }

    @Override
    public Footprint usualSize() {
        return DESK;
    }

    @Override
    public Kind<StackerCrane> declaration() {
        return KIND;
    }

    @Override
    public StackerCrane with(Basics newBasics) {
        return new StackerCrane(newBasics, rack, cranes, driving, cycles, transfer);
    }

    public StackerCrane withRack(String newRack) {
        return new StackerCrane(basics, newRack, cranes, driving, cycles, transfer);
    }

    public StackerCrane withCranes(int newCranes) {
        return new StackerCrane(basics, rack, newCranes, driving, cycles, transfer);
    }

    public StackerCrane with(CraneDriving newDriving) {
        return new StackerCrane(basics, rack, cranes, newDriving, cycles, transfer);
    }

    /** Moving otherwise. */
    public StackerCrane withDriving(UnaryOperator<CraneDriving> change) {
        return with(change.apply(driving));
    }

    public StackerCrane with(CraneCycles newCycles) {
        return new StackerCrane(basics, rack, cranes, driving, newCycles, transfer);
    }

    /** Doing otherwise. */
    public StackerCrane withCycles(UnaryOperator<CraneCycles> change) {
        return with(change.apply(cycles));
    }

    public StackerCrane withTransfer(Optional<AisleTransfer> newTransfer) {
        return new StackerCrane(basics, rack, cranes, driving, cycles, newTransfer);
    }

    /** The aisle of a rack with so many in which a crane begins: its own, or, if they are fewer and change, spread over all; from 0. */
    public int firstAisle(int number, int aisles) {
        return changesAisles(aisles) ? number * aisles / cranes : number;
    }

    /** Whether a transfer takes its cranes from aisle to aisle of a rack with so many: they are fewer. */
    public boolean changesAisles(int aisles) {
        return transfer.isPresent() && cranes < aisles;
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Basics basics, String rack, int cranes, CraneDriving driving, CraneCycles cycles,
            @Nullable AisleTransfer transfer) implements Serializable {
        private Object readResolve() {
            return new StackerCrane(basics, rack, cranes, driving, cycles, Optional.ofNullable(transfer));
        }
    }

    private Object writeReplace() {
        return new Stored(basics, rack, cranes, driving, cycles, transfer.orElse(null));
    }
}
