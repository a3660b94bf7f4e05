package rhombic.study;

import java.io.Serializable;
import java.util.AbstractList;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.RandomAccess;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import rhombic.study.kind.PlantElement;

/** A list that can't be changed and that finds its items by their key without a search. The index is made when it is first asked for. */
abstract sealed class IndexedList<T> extends AbstractList<T> implements RandomAccess, Serializable {
    private final List<T> items;
    private transient volatile @Nullable Map<String, List<T>> byKey;

    private IndexedList(List<T> items) {
        this.items = List.copyOf(items);
    }

    abstract String key(T item);

    /** In the order of the list. */
    List<T> all(String key) {
        Map<String, List<T>> known = byKey;
        if (known == null) {
            known = HashMap.newHashMap(items.size());
            for (T item : items) {
                known.computeIfAbsent(key(item), k -> new ArrayList<>(1)).add(item);
            }
            known.replaceAll((k, found) -> List.copyOf(found));
            byKey = known;
        }
        return known.getOrDefault(key, List.of());
    }

    Optional<T> first(String key) {
        return all(key).stream().findFirst();
    }

    @Override
    public T get(int index) {
        return items.get(index);
    }

    @Override
    public int size() {
        return items.size();
    }

    /** Elements by their name. */
    static final class Elements extends IndexedList<PlantElement> {
        /** Those of one class, made when they are first asked for. */
        private transient volatile @Nullable Map<Class<?>, List<?>> byClass;

        private Elements(List<PlantElement> elements) {
            super(elements);
        }

        static Elements of(List<PlantElement> elements) {
            return elements instanceof Elements indexed ? indexed : new Elements(elements);
        }

        @Override
        String key(PlantElement element) {
            return element.name();
        }

        /** In the order of the list. */
        @SuppressWarnings("unchecked") // what is kept under a class is of it
        <E extends PlantElement> List<E> of(Class<E> type) {
            Map<Class<?>, List<?>> known = byClass;
            if (known == null) {
                known = new ConcurrentHashMap<>();
                byClass = known;
            }
            return (List<E>) known.computeIfAbsent(type, of -> stream().filter(of::isInstance).toList());
        }
    }

    /** Links by where they begin. */
    static final class Links extends IndexedList<Link> {
        private Links(List<Link> links) {
            super(links);
        }

        static Links of(List<Link> links) {
            return links instanceof Links indexed ? indexed : new Links(links);
        }

        @Override
        String key(Link link) {
            return link.from();
        }
    }
}
