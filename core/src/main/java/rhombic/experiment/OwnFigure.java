package rhombic.experiment;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.apache.commons.rng.UniformRandomProvider;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.formula.FormulaScope;
import rhombic.study.OwnResponse;

/**
 * A response worked out by a formula of other responses: {@code here.throughput} of the whole plant, {@code at('Packing').out} of a
 * place. Names of several words are written as one: <i>lead time mean</i> is {@code leadTimeMean}.
 */
public final class OwnFigure {
    private final OwnResponse response;
    private final Formula formula;

    /** @throws FormulaException if it can't be read */
    public OwnFigure(OwnResponse response) {
        this.response = response;
        formula = Formula.parse(response.formula());
    }

    /** Whether all that it reads is there. */
    public List<String> unknownNames(ResponseNames names) {
        Map<String, String> known = knownNames(names);
        List<String> unknown = new ArrayList<>();
        formula.reads().stream().map(read -> read.root().equals("here") ? read.name() : read.root() + "." + read.name())
                .filter(read -> !known.containsKey(read)).forEach(unknown::add);
        formula.readsAt().stream().map(read -> read.equipment() + ": " + read.name()).filter(read -> !known.containsKey(read))
                .forEach(unknown::add);
        return unknown;
    }

    /** NaN where something that it reads is not there. */
    double of(RunRecord run) {
        Map<String, String> known = knownNames(run.names());
        try {
            return formula.number(new Scope(run, known));
        } catch (FormulaException e) {
            return Double.NaN;
        }
    }

    public OwnResponse response() {
        return response;
    }

    private static Map<String, String> knownNames(ResponseNames names) {
        Map<String, String> known = new HashMap<>();
        for (String name : names.all()) {
            int colon = name.lastIndexOf(": ");
            known.put(colon < 0 ? asOneWord(name) : name.substring(0, colon + 2) + asOneWord(name.substring(colon + 2)), name);
        }
        return known;
    }

    /** As a formula writes it. */
    static String asOneWord(String name) {
        StringBuilder word = new StringBuilder();
        for (String part : name.split("[^A-Za-z0-9]+")) {
            if (!part.isEmpty()) {
                word.append(word.isEmpty() ? part.substring(0, 1).toLowerCase(Locale.ROOT) : part.substring(0, 1).toUpperCase(Locale.ROOT))
                        .append(part.substring(1));
            }
        }
        return word.toString();
    }

    private record Scope(RunRecord run, Map<String, String> known) implements FormulaScope {
        private Object value(String name) {
            String response = known.get(name);
            if (response == null) {
                throw new FormulaException("There is no figure \u201c" + name + "\u201d");
            }
            return run.value(response);
        }

        @Override
        public Object here(String name) {
            return value(name);
        }

        @Override
        public Object at(String equipment, String name) {
            return value(equipment + ": " + name);
        }

        @Override
        public Object piece(String name) {
            throw none("piece");
        }

        @Override
        public Object clock(String name) {
            throw none("clock");
        }

        @Override
        public Object person(String name) {
            throw none("person");
        }

        @Override
        public Object table(String name, Object... keys) {
            throw none("table");
        }

        @Override
        public String from() {
            throw none("from");
        }

        @Override
        public String to() {
            throw none("to");
        }

        @Override
        public UniformRandomProvider chance() {
            throw none("draw");
        }

        private static FormulaException none(String label) {
            return new FormulaException("A response has no " + label + ": it is worked out of figures such as here.throughput");
        }
    }
}
