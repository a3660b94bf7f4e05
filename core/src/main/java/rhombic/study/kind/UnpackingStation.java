package rhombic.study.kind;

import rhombic.study.value.Count;
import rhombic.study.value.Names;
import rhombic.study.work.Work;

/** Takes pieces off a carrier, undoes a batch, or splits one piece into several. */
public record UnpackingStation(Basics basics, Work work, Parting parting) implements WorkEquipment {
    /** How pieces are parted. */
    public sealed interface Parting extends java.io.Serializable {
        /** All that is on it comes off. A carrier goes on; a batch is undone and ends. */
        record TakeOff() implements Parting {}

        /**
         * The piece ends, and this many new ones of a type begin.
         *
         * @param pieces 1 to 10000
         */
        record Split(int pieces, String type) implements Parting {
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
