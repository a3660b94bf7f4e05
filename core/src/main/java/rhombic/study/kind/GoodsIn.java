package rhombic.study.kind;

import java.io.Serializable;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import rhombic.chance.DistributionText;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.value.Count;
import rhombic.study.value.MixPart;
import rhombic.study.value.Timetable;
import rhombic.study.work.Recipe;
import rhombic.study.work.Supply;

/**
 * Where pieces enter the plant.
 *
 * @param mix of the types that enter, by frequency; a timetable names its types itself
 * @param supply when pieces come; empty while it is not set yet, and then none come
 * @param whenFull what becomes of pieces for which the plant has no room
 * @param maxPieces pieces in the whole run; empty: no limit
 * @param load what is on each load carrier that comes; none: it is empty
 */
public record GoodsIn(Basics basics, List<MixPart> mix, Optional<Supply> supply, WhenFull whenFull, OptionalInt maxPieces,
        Recipe load) implements Equipment {
    private static final Recipe NOTHING = new Recipe.Fixed(List.of());
    private static final Footprint FOOTPRINT = new Footprint(2, 2, 2.6);

    public static final Kind<GoodsIn> KIND = new Kind<>("Goods in", Family.IN_OUT, GoodsIn.class, List.of(
            Field.optional("mix", "Which piece types come, and how often.", MixPart.SEVERAL, List.of(), GoodsIn::mix, GoodsIn::withMix),
            Field.optional("supply", "When they come; missing: nothing comes yet.", new FieldType.Maybe<>(Supply.TYPE), Optional.empty(),
                    GoodsIn::supply, (in, supply) -> new GoodsIn(in.basics, in.mix, supply, in.whenFull, in.maxPieces, in.load)),
            Field.required("whenFull", "What becomes of a piece for which there is no room.", FieldType.Word.of(WhenFull.values()),
                    GoodsIn::whenFull, GoodsIn::withWhenFull),
            Field.optional("maxPieces", "Pieces that come in all; missing: no limit.", new FieldType.WholeOrNone(1, FieldType.MANY),
                    OptionalInt.empty(), GoodsIn::maxPieces, GoodsIn::withMaxPieces),
            Field.optional("load", "What is on each load carrier that comes; missing: nothing.", Recipe.TYPE, NOTHING, GoodsIn::load,
                    GoodsIn::withLoad)),
            basics -> new GoodsIn(basics, List.of(), Optional.empty(), WhenFull.WAIT, OptionalInt.empty(), NOTHING),
            (basics, types) -> new GoodsIn(basics, List.of(new MixPart(Kinds.usualType(types), 1)),
                    Optional.of(new Supply.Spaced(DistributionText.parse("exponential(90 s)"))), WhenFull.WAIT, OptionalInt.empty(),
                    NOTHING));

    /** What becomes of pieces that come while there is no room for them. */
    public enum WhenFull {
        /** They wait at the goods in, in order. */
        WAIT,
        /** They are turned away, and counted. */
        REJECT
    }

    public GoodsIn {
        mix = List.copyOf(mix);
        maxPieces.ifPresent(n -> Count.atLeast(1, "The max. pieces", n));
    }

    /** One whose load carriers come empty. */
    public GoodsIn(Basics basics, List<MixPart> mix, Optional<Supply> supply, WhenFull whenFull, OptionalInt maxPieces) {
        this(basics, mix, supply, whenFull, maxPieces, NOTHING);
    }

    /** A goods in for one type. */
    public GoodsIn(String name, Placement placement, String pieceType, Optional<Supply> supply, WhenFull whenFull, OptionalInt max) {
        this(Basics.of(name, placement), List.of(new MixPart(pieceType, 1)), supply, whenFull, max, NOTHING);
    }

    /** Names of the types that can come. */
    public Set<String> types() {
        return supply.orElse(null) instanceof Supply.ByTimetable table
                ? table.timetable().rows().stream().map(Timetable.Row::type).collect(Collectors.toSet())
                : mix.stream().filter(part -> part.weight() > 0).map(MixPart::type).collect(Collectors.toSet());
    }

    public GoodsIn withSupply(Supply newSupply) {
        return new GoodsIn(basics, mix, Optional.of(newSupply), whenFull, maxPieces, load);
    }

    public GoodsIn withMix(List<MixPart> newMix) {
        return new GoodsIn(basics, newMix, supply, whenFull, maxPieces, load);
    }

    public GoodsIn withWhenFull(WhenFull newWhenFull) {
        return new GoodsIn(basics, mix, supply, newWhenFull, maxPieces, load);
    }

    /** Whether load carriers come with something on them. */
    public boolean brings() {
        return !load.equals(NOTHING);
    }

    public GoodsIn withLoad(Recipe newLoad) {
        return new GoodsIn(basics, mix, supply, whenFull, maxPieces, newLoad);
    }

    public GoodsIn withMaxPieces(OptionalInt newMaxPieces) {
        return new GoodsIn(basics, mix, supply, whenFull, newMaxPieces, load);
    }

    @Override
    public Kind<GoodsIn> declaration() {
        return KIND;
    }

    @Override
    public GoodsIn with(Basics newBasics) {
        return new GoodsIn(newBasics, mix, supply, whenFull, maxPieces, load);
    }

    @Override
    public boolean takesPieces() {
        return false;
    }

    @Override
    public List<Candidate> candidates() {
        return supply.orElse(null) instanceof Supply.Spaced spaced
                ? List.of(new Candidate(Candidate.Aspect.ARRIVALS, "a tenth more pieces",
                        () -> withSupply(spaced.withInterarrival(spaced.interarrival().scaled(1 / Candidate.FASTER)))))
                : List.of();
    }

    @Override
    public Footprint usualSize() {
        return FOOTPRINT;
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Basics basics, List<MixPart> mix, @Nullable Supply supply, WhenFull whenFull, int maxPieces,
            Recipe load) implements Serializable {
        private Object readResolve() {
            return new GoodsIn(basics, mix, Optional.ofNullable(supply), whenFull,
                    maxPieces == 0 ? OptionalInt.empty() : OptionalInt.of(maxPieces), load);
        }
    }

    private Object writeReplace() {
        return new Stored(basics, mix, supply.orElse(null), whenFull, maxPieces.orElse(0), load);
    }

    @Override
    public boolean makes(String type) {
        return !(supply.orElse(null) instanceof Supply.ByTimetable)
                && mix.stream().anyMatch(part -> part.type().equals(type) && part.weight() > 0);
    }

    @Override
    public boolean passesOnWhatComes() {
        return false;
    }
}
