package rhombic.study.kind;

import java.io.Serializable;
import java.util.List;
import rhombic.study.field.Composite;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.field.OneOf;
import rhombic.study.value.Count;
import rhombic.study.value.Names;
import rhombic.study.work.Work;

/** Takes pieces off a carrier, undoes a batch, or splits one piece into several. */
public record UnpackingStation(Basics basics, Work work, Parting parting) implements WorkEquipment {
    public static final Kind<UnpackingStation> KIND = new Kind<>("Unpacking station", Family.JOIN_PART, UnpackingStation.class,
            WorkFields.and(UnpackingStation::with, List.of(
                    Field.optional("split", "Into how many pieces of which type one is parted; missing: what it holds is taken off.",
                            Parting.TYPE, new Parting.TakeOff(), UnpackingStation::parting, UnpackingStation::withParting))),
            basics -> new UnpackingStation(basics, WorkFields.NO_WORK, new Parting.TakeOff()),
            (basics, types) -> new UnpackingStation(basics, WorkFields.ONE_MINUTE, new Parting.TakeOff()));

    /** How pieces are parted. */
    public sealed interface Parting extends Serializable {
        /** Only of a split: what is left out is taken off. */
        OneOf<Parting> TYPE = OneOf.of("split", OneOf.variant("pieces", Split.class, Split.declared()));

        /** All that is on it comes off. A carrier goes on; a batch is undone and ends. */
        record TakeOff() implements Parting {}

        /**
         * The piece ends, and this many new ones of a type begin.
         *
         * @param pieces 1 to 10000
         */
        record Split(int pieces, String type) implements Parting {
            private static Composite<Split> declared() {
                return Composite.of("splitInto", split -> {
                    var pieces = split.required("pieces", "Into how many.", new FieldType.Whole(1, 10_000), Split::pieces);
                    var type = split.required("type", "Of which type.", FieldType.PIECE_TYPE, Split::type);
                    return v -> new Split(v.get(pieces), v.get(type));
                });
            }

            public Split {
                Count.between(1, 10_000, "The pieces one is split into", pieces);
                Names.checked(type);
            }
        }
    }

    public UnpackingStation withParting(Parting newParting) {
        return new UnpackingStation(basics, work, newParting);
    }

    @Override
    public Kind<UnpackingStation> declaration() {
        return KIND;
    }

    @Override
    public UnpackingStation with(Basics newBasics) {
        return new UnpackingStation(newBasics, work, parting);
    }

    @Override
    public UnpackingStation with(Work newWork) {
        return new UnpackingStation(basics, newWork, parting);
    }

    @Override
    public boolean makes(String type) {
        return parting instanceof Parting.Split split && split.type().equals(type);
    }

    @Override
    public boolean passesOnWhatComes() {
        return false;
    }
}
