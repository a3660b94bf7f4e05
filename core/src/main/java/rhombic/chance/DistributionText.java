package rhombic.chance;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.DoubleFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.QuantityException;

/** Reads the text form of distributions. */
public final class DistributionText {
    private static final Pattern CALL = Pattern.compile("\\s*([A-Za-z]+)\\s*\\((.*)\\)\\s*", Pattern.DOTALL);
    private static final int MAX_ARGUMENTS = 100_000;

    /** How each form is written, by name; shown to who mistypes one. */
    public static final Map<String, String> FORMS = forms();

    /** What stands in the brackets of each. */
    public static final Map<String, String> MEANINGS = meanings();

    private DistributionText() {}

    /**
     * Reads {@code 90 s} or a form such as {@code triangular(48 s, 65 s, 95 s)}.
     *
     * @throws DistributionException with a message for the person who typed the text
     */
    public static Distribution parse(String text) {
        if (text.isBlank()) {
            throw new DistributionException("A time is missing: write one such as 90 s or triangular(48 s, 65 s, 95 s)");
        }
        Matcher call = CALL.matcher(text);
        if (!call.matches()) {
            return unbracketed(text);
        }
        String name = call.group(1).toLowerCase(Locale.ROOT);
        String form = FORMS.get(name);
        if (form == null) {
            throw new DistributionException(
                    "There is no distribution \u201c" + call.group(1) + "\u201d: use " + String.join(", ", FORMS.keySet()));
        }
        String[] arguments = call.group(2).split(",", MAX_ARGUMENTS + 1);
        if (arguments.length > MAX_ARGUMENTS) {
            throw new DistributionException(name + " takes at most " + MAX_ARGUMENTS + " values");
        }
        try {
            return build(name, arguments, form);
        } catch (QuantityException | DistributionException e) {
            String message = String.valueOf(e.getMessage());
            throw new DistributionException(
                    message + ". In brackets stand " + MEANINGS.get(name) + (message.contains(form) ? "" : ": " + form));
        }
    }

    private static Distribution unbracketed(String text) {
        String word = text.strip().split("[\\s(]", 2)[0].toLowerCase(Locale.ROOT);
        String form = FORMS.get(word);
        if (form != null) {
            throw new DistributionException("Write the values of " + word + " in brackets: " + form);
        }
        try {
            return new Distribution.Constant(Quantity.parse(text, Dimension.TIME));
        } catch (QuantityException e) {
            throw new DistributionException(String.valueOf(e.getMessage()));
        }
    }

    private static Distribution build(String name, String[] args, String form) {
        return switch (name) {
            case "constant" -> new Distribution.Constant(time(count(args, 1, form)[0]));
            case "uniform" -> new Distribution.Uniform(time(count(args, 2, form)[0]), time(args[1]));
            case "triangular" -> new Distribution.Triangular(time(count(args, 3, form)[0]), time(args[1]), time(args[2]));
            case "exponential" -> new Distribution.Exponential(time(count(args, 1, form)[0]));
            case "normal" -> args.length == 2
                    ? new Distribution.Normal(time(args[0]), time(args[1]))
                    : new Distribution.Normal(time(count(args, 4, form)[0]), time(args[1]), time(args[2]), time(args[3]));
            case "lognormal" -> new Distribution.Lognormal(time(count(args, 2, form)[0]), time(args[1]));
            case "erlang" -> new Distribution.Erlang(stages(count(args, 2, form)[0]), time(args[1]));
            case "gamma" -> new Distribution.Gamma(number(count(args, 2, form)[0]), time(args[1]));
            case "weibull" -> new Distribution.Weibull(number(count(args, 2, form)[0]), time(args[1]));
            case "beta" -> new Distribution.Beta(number(count(args, 4, form)[0]), number(args[1]), time(args[2]), time(args[3]));
            case "discrete" -> new Distribution.Discrete(weighted(args, form));
            case "empirical" -> new Distribution.Empirical(times(args));
            default -> throw new IllegalStateException("A form without a reader: " + name);
        };
    }

    private static String[] count(String[] arguments, int wanted, String form) {
        if (arguments.length != wanted) {
            throw new DistributionException(
                    "Write " + wanted + (wanted == 1 ? " value" : " values") + " here; got " + arguments.length + ": " + form);
        }
        return arguments;
    }

    private static Quantity time(String text) {
        return Quantity.parse(text, Dimension.TIME);
    }

    private static List<Quantity> times(String[] texts) {
        List<Quantity> times = new ArrayList<>(texts.length);
        for (String text : texts) {
            times.add(time(text));
        }
        return times;
    }

    private static List<Distribution.Weighted> weighted(String[] texts, String form) {
        List<Distribution.Weighted> choices = new ArrayList<>(texts.length);
        for (String text : texts) {
            String[] parts = text.split(":", -1);
            if (parts.length != 2) {
                throw new DistributionException("\u201c" + text.strip() + "\u201d must be a time, a colon and a weight: " + form);
            }
            choices.add(new Distribution.Weighted(time(parts[0]), number(parts[1])));
        }
        return choices;
    }

    private static int stages(String text) {
        double value = number(text);
        if (value != Math.rint(value) || Math.abs(value) > 10_000) {
            throw new DistributionException("stages must be a whole number from 1 to 10000; got " + text.strip());
        }
        return (int) value;
    }

    private static double number(String text) {
        String stripped = text.strip();
        if (!stripped.matches("[-+]?[0-9]*\\.?[0-9]+([eE][-+]?[0-9]+)?")) {
            throw new DistributionException("\u201c" + stripped + "\u201d must be a plain number");
        }
        return Double.parseDouble(stripped);
    }

    private static Map<String, String> meanings() {
        return Map.ofEntries(Map.entry("constant", "the time"), Map.entry("uniform", "min and max"),
                Map.entry("triangular", "min, most likely and max"),
                Map.entry("exponential", "the mean"), Map.entry("normal", "mean and standard deviation, and, if wanted, bounds"),
                Map.entry("lognormal", "mean and standard deviation of the times themselves"),
                Map.entry("erlang", "the number of stages and the mean of all together"),
                Map.entry("gamma", "shape and scale; the mean is shape times scale"),
                Map.entry("weibull", "shape and scale; 63.2 % are below the scale"), Map.entry("beta", "both shapes, min and max"),
                Map.entry("discrete", "times, each with its weight"),
                Map.entry("empirical", "observed times, between which it interpolates"));
    }

    /**
     * One of that family to begin with.
     *
     * @param family a key of {@link #FORMS}
     * @param meanSeconds its mean, to three digits
     */
    public static String example(String family, double meanSeconds) {
        DoubleFunction<String> part = factor -> Quantity.plain(new BigDecimal(meanSeconds * factor).round(new MathContext(3)).doubleValue())
                + " s";
        return switch (family) {
            case "constant" -> part.apply(1);
            case "uniform" -> "uniform(" + part.apply(0.8) + ", " + part.apply(1.2) + ")";
            case "triangular" -> "triangular(" + part.apply(0.8) + ", " + part.apply(0.95) + ", " + part.apply(1.25) + ")";
            case "exponential" -> "exponential(" + part.apply(1) + ")";
            case "normal" -> "normal(" + part.apply(1) + ", " + part.apply(0.1) + ")";
            case "lognormal" -> "lognormal(" + part.apply(1) + ", " + part.apply(0.3) + ")";
            case "erlang" -> "erlang(3, " + part.apply(1) + ")";
            case "gamma" -> "gamma(2.5, " + part.apply(0.4) + ")";
            case "weibull" -> "weibull(2, " + part.apply(2 / Math.sqrt(Math.PI)) + ")"; // Gamma(3/2) is half the root of pi
            case "beta" -> "beta(2, 2, " + part.apply(0.5) + ", " + part.apply(1.5) + ")";
            case "discrete" -> "discrete(" + part.apply(0.8) + ": 1, " + part.apply(1.2) + ": 1)";
            case "empirical" -> "empirical(" + part.apply(0.8) + ", " + part.apply(1) + ", " + part.apply(1.2) + ")";
            default -> throw new IllegalArgumentException("There is no distribution called \u201c" + family + "\u201d");
        };
    }

    private static Map<String, String> forms() {
        Map<String, String> forms = new TreeMap<>();
        forms.put("constant", "constant(90 s), or just 90 s");
        forms.put("uniform", "uniform(40 s, 60 s)");
        forms.put("triangular", "triangular(48 s, 65 s, 95 s)");
        forms.put("exponential", "exponential(75 s)");
        forms.put("normal", "normal(60 s, 5 s), or with bounds normal(60 s, 5 s, 50 s, 70 s)");
        forms.put("lognormal", "lognormal(60 s, 30 s)");
        forms.put("erlang", "erlang(3, 60 s)");
        forms.put("gamma", "gamma(2.5, 20 s)");
        forms.put("weibull", "weibull(1.5, 6 h)");
        forms.put("beta", "beta(2, 5, 10 s, 60 s)");
        forms.put("discrete", "discrete(10 s: 3, 25 s: 1)");
        forms.put("empirical", "empirical(41 s, 44 s, 52 s, 70 s)");
        return Collections.unmodifiableMap(forms);
    }
}
