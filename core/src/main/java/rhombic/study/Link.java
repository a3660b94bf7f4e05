package rhombic.study;

import java.io.Serializable;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.duty.FailureMode;
import rhombic.study.place.Bend;
import rhombic.study.value.Count;
import rhombic.study.value.Identified;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * The way from one equipment to the next. The order of the links of an equipment is its order of preference.
 *
 * @param id what its draws depend on; empty: not in a study yet
 * @param share of the pieces that go this way, by chance; empty: as the way out of the equipment says
 * @param filter which pieces it is for
 * @param travel what lies between: nothing, or a way that takes time
 * @param bends where its path changes direction, from the giver on
 * @param fromPort where pieces leave the giver; empty: its first outlet
 * @param toPort where pieces enter the taker; empty: its first inlet
 * @param failures what breaks it, if it takes time: nothing sets out then, and what is on its way stands, unless people carry it
 */
public record Link(String id, String from, String to, Optional<Quantity> share, LinkFilter filter, Travel travel, List<Bend> bends,
        String fromPort,
        String toPort, List<FailureMode> failures) implements Serializable, Identified<Link> {
    public static final int MAX_BENDS = 200;

    public Link {
        bends = List.copyOf(bends);
        failures = FailureMode.complete(failures);
        Count.between(0, MAX_BENDS, "The bends of a link", bends.size());
        Names.checked(from);
        Names.checked(to);
        share.ifPresent(value -> {
            if (value.unit().dimension() != Dimension.SHARE || !(value.amount() >= 0 && value.amount() <= 100)) {
                throw new StudyException("A share must be from 0 % to 100 %; got " + value);
            }
        });
    }

    /** A link that takes no time, straight from first outlet to first inlet. */
    public Link(String from, String to, Optional<Quantity> share, LinkFilter filter) {
        this("", from, to, share, filter, Travel.AT_ONCE, List.of(), "", "", List.of());
    }

    public Link(String from, String to, Optional<Quantity> share) {
        this(from, to, share, LinkFilter.ALL);
    }

    public Link(String from, String to) {
        this(from, to, Optional.empty());
    }

    public Link withShare(Optional<Quantity> newShare) {
        return new Link(id, from, to, newShare, filter, travel, bends, fromPort, toPort, failures);
    }

    public Link withFilter(LinkFilter newFilter) {
        return new Link(id, from, to, share, newFilter, travel, bends, fromPort, toPort, failures);
    }

    public Link between(String newFrom, String newTo) {
        return new Link(id, newFrom, newTo, share, filter, travel, bends, fromPort, toPort, failures);
    }

    public Link withTravel(Travel newTravel) {
        return new Link(id, from, to, share, filter, newTravel, bends, fromPort, toPort, failures);
    }

    public Link withBends(List<Bend> newBends) {
        return new Link(id, from, to, share, filter, travel, newBends, fromPort, toPort, failures);
    }

    public Link withPorts(String newFromPort, String newToPort) {
        return new Link(id, from, to, share, filter, travel, bends, newFromPort, newToPort, failures);
    }

    public Link withFailures(List<FailureMode> newFailures) {
        return new Link(id, from, to, share, filter, travel, bends, fromPort, toPort, newFailures);
    }

    /** The id that the first link between two elements is given, made of theirs. */
    public static String usualId(String fromId, String toId) {
        return fromId + "\u0000" + toId;
    }

    @Override
    public Link withId(String newId) {
        return new Link(newId, from, to, share, filter, travel, bends, fromPort, toPort, failures);
    }

    /** What no two links of a study have in common: the ends. */
    public Ends ends() {
        return new Ends(from, fromPort, to, toPort);
    }

    /** The two ends of a link. */
    public record Ends(String from, String fromPort, String to, String toPort) implements Serializable {}

    public boolean joins(String name) {
        return from.equals(name) || to.equals(name);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(String id, String from, String to, @Nullable Quantity share, LinkFilter filter, Travel travel, List<Bend> bends,
            String fromPort, String toPort, List<FailureMode> failures) implements Serializable {
        private Object readResolve() {
            return new Link(id, from, to, Optional.ofNullable(share), filter, travel, bends, fromPort, toPort, failures);
        }
    }

    private Object writeReplace() {
        return new Stored(id, from, to, share.orElse(null), filter, travel, bends, fromPort, toPort, failures);
    }
}
