package rhombic.study.change;

import java.lang.reflect.RecordComponent;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
import rhombic.study.Study;

/**
 * Tells studies apart as far as runs are concerned: two with the same mark give the same figures, replication by replication.
 *
 * <p>It is the SHA-256 of a canonical form: a record is its values in the order of its components, a choice of a sealed type or of an
 * enumeration is its number, a text has its length before it. So it depends neither on names in the code nor on how files are written.
 */
public final class StudyMark {
    /** Goes up when the form changes, or when the same study gives other figures than before. */
    private static final int VERSION = 2;

    private static final ClassValue<RecordComponent[]> COMPONENTS = new ClassValue<>() {
        @Override
        protected RecordComponent[] computeValue(Class<?> type) {
            RecordComponent[] components = type.getRecordComponents();
            for (RecordComponent component : components) {
                component.getAccessor().setAccessible(true);
            }
            return components;
        }
    };

    private final StringBuilder form = new StringBuilder(10_000).append(VERSION);

    private StudyMark() {}

    /** The mark of the study as it runs, 32 hexadecimal digits. */
    public static String of(Study study) {
        StudyMark mark = new StudyMark();
        mark.add(study.forRunning());
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(mark.form.toString().getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest, 0, 16);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java has SHA-256", e);
        }
    }

    private void add(@Nullable Object value) {
        switch (value) {
            case null -> form.append('-');
            case Optional<?> one -> add(one.orElse(null));
            case OptionalInt number -> form.append(number.isPresent() ? "i" + number.getAsInt() : "-");
            case Enum<?> choice -> form.append('e').append(choice.ordinal());
            case Record parts -> add(parts);
            case List<?> list -> {
                form.append('[');
                list.forEach(this::add);
                form.append(']');
            }
            case Map<?, ?> map -> {
                form.append('{');
                map.forEach((key, of) -> {
                    add(key);
                    add(of);
                });
                form.append('}');
            }
            case String text -> form.append('"').append(text.length()).append(':').append(text);
            case Number number -> form.append('n').append(number);
            default -> form.append('v').append(value); // yes and no, days, moments: their own texts are standards
        }
        form.append(',');
    }

    private void add(Record parts) {
        form.append('(').append(numberAmongAlternatives(parts.getClass()));
        for (RecordComponent component : COMPONENTS.get(parts.getClass())) {
            try {
                add(component.getAccessor().invoke(parts));
            } catch (ReflectiveOperationException e) {
                throw new IllegalStateException("A part could not be read: " + component.getName(), e);
            }
        }
        form.append(')');
    }

    /** Which of the types that a sealed one permits this is; empty if it stands for itself. */
    private static String numberAmongAlternatives(Class<?> type) {
        StringBuilder path = new StringBuilder();
        for (Class<?> sealed : type.getInterfaces()) {
            if (sealed.isSealed()) {
                path.append(numberAmongAlternatives(sealed)).append(Arrays.asList(sealed.getPermittedSubclasses()).indexOf(type))
                        .append('.');
            }
        }
        return path.toString();
    }
}
