package rhombic.plant.staff;

import java.util.BitSet;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;
import rhombic.plant.resource.Group;
import rhombic.plant.route.Mover;
import rhombic.plant.run.Run;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.duty.Person;
import rhombic.study.duty.Trolley;
import rhombic.study.kind.Crew;

/** The people of a crew. */
public final class CrewMembers extends WorkingMembers {
    private final @Nullable Trolley trolley;

    public CrewMembers(Run run, Staff staff, Crew crew) {
        super(run, staff, crew, mover(crew.speed()), mover(crew.trolley().flatMap(Trolley::speed).or(crew::speed)),
                place(run, crew.breakArea()));
        trolley = crew.trolley().orElse(null);
    }

    private static Mover mover(Optional<Quantity> speed) {
        return Mover.even(speed.map(Quantity::inBaseUnit).orElse(Double.POSITIVE_INFINITY));
    }

    @Override
    protected Worker worker(int number, Person member, boolean[] skills, Pose home, Worker.@Nullable Listener listener) {
        Trolley pushed = trolley;
        return pushed == null
                ? new Worker(number, member.name(), group, skills, member.factor(), home, listener)
                : new WithTrolley(number, member, group, skills, home, pushed.pieces(), listener);
    }

    /** Each piece lies at its place on the trolley. */
    private static final class WithTrolley extends Worker {
        private final int pieces;

        WithTrolley(int number, Person member, Group group, boolean[] skills, Pose home, int pieces, @Nullable Listener listener) {
            super(number, member.name(), group, skills, member.factor(), home, listener);
            this.pieces = pieces;
        }

        @Override
        public int freeSlot(Piece piece, BitSet taken) {
            int slot = taken.nextClearBit(0);
            return slot < pieces ? slot : -1;
        }

        @Override
        public boolean hasSlots() {
            return true;
        }
    }
}
