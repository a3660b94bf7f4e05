package rhombic.plant.store;

import java.util.Comparator;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/** Loads that can be fetched and are asked for by nobody, by type; those that are to go first are in front. */
final class Stock {
    static final Comparator<Load> FIRST = Comparator.comparingDouble((Load load) -> load.rank).thenComparingLong(load -> load.number);

    /** Of loads that customer orders ask for: by their orders first. */
    static final Comparator<Load> URGENT_FIRST = (one, other) -> {
        int byOrder = one.line == null || other.line == null ? 0 : one.line.order.compareTo(other.line.order);
        return byOrder != 0 ? byOrder : FIRST.compare(one, other);
    };

    private final TreeSet<Load>[] byType;

    @SuppressWarnings({"unchecked", "rawtypes"}) // an array of what is generic can't be made otherwise
    Stock(int types) {
        byType = new TreeSet[types];
        for (int i = 0; i < types; i++) {
            byType[i] = new TreeSet<>(FIRST);
        }
    }

    void add(Load load) {
        byType[load.piece.type].add(load);
    }

    void remove(Load load) {
        byType[load.piece.type].remove(load);
    }

    int size(int type) {
        return byType[type].size();
    }

    /** Of a type, those that go first in front. */
    Iterable<Load> of(int type) {
        return byType[type];
    }

    int types() {
        return byType.length;
    }

    @Nullable
    Load first(int type) {
        return byType[type].isEmpty() ? null : byType[type].first();
    }
}
