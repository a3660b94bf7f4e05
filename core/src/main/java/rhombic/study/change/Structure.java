package rhombic.study.change;

import java.io.Serializable;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.quantity.Quantity;
import rhombic.study.value.StudyException;
import rhombic.study.value.TimeSource;

/**
 * Values of a study seen as trees: a record is made of its components, a list of its items, and anything else is one leaf; so are
 * times and amounts, whose parts mean nothing alone. With that, two values can be told apart to the leaf, and a change that was made
 * to one value can be made to another.
 */
final class Structure {
    /**
     * A leaf that is not alike in two values.
     *
     * @param path names of the components on the way; items of lists have their number
     */
    record Difference(List<String> path, @Nullable Object before, @Nullable Object after) {
        String last() {
            return path.stream().filter(step -> !Character.isDigit(step.charAt(0))).reduce((one, other) -> other).orElse("");
        }
    }

    /** What came of a change: the value, and whether it had to overrule what stood there. */
    record Result(@Nullable Object value, boolean overruled) {}

    private Structure() {}

    static List<Difference> differences(@Nullable Object before, @Nullable Object after) {
        List<Difference> found = new ArrayList<>();
        differences(List.of(), before, after, found);
        return found;
    }

    private static void differences(List<String> path, @Nullable Object before, @Nullable Object after, List<Difference> found) {
        if (Objects.equals(before, after)) {
            return;
        }
        if (before instanceof Optional<?> one && after instanceof Optional<?> other) {
            differences(path, one.orElse(null), other.orElse(null), found);
            return;
        }
        List<Both> parts = parts(before, after);
        if (parts.isEmpty()) {
            found.add(new Difference(path, before, after));
            return;
        }
        for (Both p : parts) {
            List<String> deeper = new ArrayList<>(path);
            deeper.add(p.name);
            differences(deeper, p.one, p.other, found);
        }
    }

    /**
     * Makes the change that leads from {@code before} to {@code after} to a value that may have changed in the meantime. What the change
     * does not touch stays as it stands; where both have changed the same leaf, the change wins and that is told.
     */
    static Result changed(@Nullable Object before, @Nullable Object after, @Nullable Object now) {
        if (Objects.equals(now, before)) {
            return new Result(after, false);
        }
        if (Objects.equals(after, before)) {
            return new Result(now, false);
        }
        if (Objects.equals(now, after)) {
            return new Result(now, false);
        }
        if (before instanceof Optional<?> b && after instanceof Optional<?> a && now instanceof Optional<?> n) {
            Result inner = changed(b.orElse(null), a.orElse(null), n.orElse(null));
            return new Result(Optional.ofNullable(inner.value), inner.overruled);
        }
        if (before instanceof Record b && after instanceof Record a && now instanceof Record n && b.getClass() == a.getClass()
                && n.getClass() == a.getClass() && !isLeaf(b)) {
            return changedRecord(b, a, n);
        }
        if (before instanceof List<?> b && after instanceof List<?> a && now instanceof List<?> n && b.size() == a.size()
                && n.size() == a.size()) {
            List<Object> items = new ArrayList<>();
            boolean overruled = false;
            for (int i = 0; i < a.size(); i++) {
                Result item = changed(b.get(i), a.get(i), n.get(i));
                items.add(item.value);
                overruled |= item.overruled;
            }
            return new Result(List.copyOf(items), overruled);
        }
        return new Result(after, true);
    }

    private static Result changedRecord(Record before, Record after, Record now) {
        RecordComponent[] components = after.getClass().getRecordComponents();
        @Nullable
        Object[] values = new Object[components.length];
        Class<?>[] types = new Class<?>[components.length];
        boolean overruled = false;
        for (int i = 0; i < components.length; i++) {
            Result part = changed(of(components[i], before), of(components[i], after), of(components[i], now));
            values[i] = part.value;
            types[i] = components[i].getType();
            overruled |= part.overruled;
        }
        try {
            var made = after.getClass().getDeclaredConstructor(types);
            made.setAccessible(true);
            return new Result(made.newInstance(values), overruled);
        } catch (InvocationTargetException e) {
            if (e.getCause() instanceof StudyException) {
                return new Result(after, true); // each part may stand there, but not all together
            }
            throw new IllegalStateException("A value could not be made again: " + after, e);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("A value could not be made again: " + after, e);
        }
    }

    /** A part of two values. */
    private record Both(String name, @Nullable Object one, @Nullable Object other) {}

    /** The parts that two values have alike; none if they are leaves or made otherwise. */
    private static List<Both> parts(@Nullable Object before, @Nullable Object after) {
        List<Both> parts = new ArrayList<>();
        if (before instanceof Record b && after instanceof Record a && b.getClass() == a.getClass() && !isLeaf(b)) {
            for (RecordComponent component : a.getClass().getRecordComponents()) {
                parts.add(new Both(component.getName(), of(component, b), of(component, a)));
            }
        } else if (before instanceof List<?> b && after instanceof List<?> a && b.size() == a.size()) {
            for (int i = 0; i < a.size(); i++) {
                parts.add(new Both(Integer.toString(i + 1), b.get(i), a.get(i)));
            }
        }
        return parts;
    }

    private static boolean isLeaf(Object value) {
        return value instanceof Quantity || value instanceof Distribution;
    }

    private static @Nullable Object of(RecordComponent component, Record value) {
        try {
            var accessor = component.getAccessor();
            accessor.setAccessible(true);
            return accessor.invoke(value);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("A part could not be read: " + component.getName(), e);
        }
    }

    /** For people: without what stands in the way of reading. */
    static String text(@Nullable Object value) {
        return switch (value) {
            case null -> "none";
            case Optional<?> one -> text(one.orElse(null));
            case OptionalInt number -> number.isPresent() ? Integer.toString(number.getAsInt()) : "none";
            case Enum<?> choice -> choice.name().toLowerCase(Locale.ROOT).replace('_', ' ');
            case Double number -> Quantity.plain(Math.round(number * 1e6) / 1e6);
            case Boolean yes -> yes ? "yes" : "no";
            case List<?> list -> list.isEmpty()
                    ? "none"
                    : list.size() > 3
                            ? list.size() + " of them"
                            : String.join(", ", list.stream().map(Structure::text).toList());
            case String text -> text.isEmpty() ? "none" : text;
            case Serializable other when other instanceof Quantity || other instanceof Distribution
                    || other instanceof TimeSource.Drawn || other instanceof Number ->
                other.toString();
            default -> "";
        };
    }
}
