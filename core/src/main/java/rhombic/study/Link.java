package rhombic.study;

import java.io.Serializable;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * The way from one equipment to the next. The order of the links of an equipment is its order of preference.
 *
 * @param share of the pieces that go this way, by chance; empty: as the way out of the equipment says
 * @param filter which pieces it is for
 */
public record Link(String from, String to, Optional<Quantity> share, LinkFilter filter) implements Serializable {
    public Link {
        Names.checked(from);
        Names.checked(to);
        share.ifPresent(value -> {
            if (value.unit().dimension() != Dimension.SHARE || !(value.amount() >= 0 && value.amount() <= 100)) {
                throw new StudyException("A share must be from 0 % to 100 %; got " + value);
            }
        });
    }

    public Link(String from, String to, Optional<Quantity> share) {
        this(from, to, share, LinkFilter.ALL);
    }

    public Link(String from, String to) {
        this(from, to, Optional.empty());
    }

    public Link withShare(Optional<Quantity> newShare) {
        return new Link(from, to, newShare, filter);
    }

    public Link withFilter(LinkFilter newFilter) {
        return new Link(from, to, share, newFilter);
    }

    public Link between(String newFrom, String newTo) {
        return new Link(newFrom, newTo, share, filter);
    }

    public boolean joins(String name) {
        return from.equals(name) || to.equals(name);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(String from, String to, @Nullable Quantity share, LinkFilter filter) implements Serializable {
        private Object readResolve() {
            return new Link(from, to, Optional.ofNullable(share), filter);
        }
    }

    private Object writeReplace() {
        return new Stored(from, to, share.orElse(null), filter);
    }
}
