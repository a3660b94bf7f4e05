package rhombic.experiment;

import java.io.Serializable;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Names of the responses of one study, shared by all its runs. */
public final class ResponseNames implements Serializable {
    private final List<String> names;
    private final Map<String, Integer> index = new HashMap<>();

    public ResponseNames(List<String> names) {
        this.names = List.copyOf(names);
        for (int i = 0; i < names.size(); i++) {
            index.putIfAbsent(names.get(i), i);
        }
    }

    public List<String> all() {
        return names;
    }

    @Override
    public boolean equals(Object other) {
        return this == other || other instanceof ResponseNames those && names.equals(those.names);
    }

    @Override
    public int hashCode() {
        return names.hashCode();
    }

    /** Where it stands; -1 if it is none of them. */
    public int of(String name) {
        return index.getOrDefault(name, -1);
    }
}
