package rhombic.desktop.floor.hand;

import java.util.Locale;
import java.util.Optional;

/** Distances in metres as they are typed and shown while something is dragged. */
final class TypedDistance {
    private TypedDistance() {}

    /**
     * What was typed, as a way to the east and to the north: one number goes along the direction in which it is dragged
     * most, two with a comma between are east and north.
     *
     * @return empty while it is no number yet
     */
    static Optional<double[]> parse(String typed, double dx, double dy) {
        String[] parts = typed.strip().split("\\s*,\\s*", -1);
        try {
            if (parts.length == 1) {
                double by = Double.parseDouble(parts[0]);
                boolean eastWest = Math.abs(dx) >= Math.abs(dy);
                return Optional.of(eastWest ? new double[] {Math.copySign(1, dx) * by, 0} : new double[] {0, Math.copySign(1, dy) * by});
            }
            return parts.length == 2
                    ? Optional.of(new double[] {Double.parseDouble(parts[0]), Double.parseDouble(parts[1])})
                    : Optional.empty();
        } catch (NumberFormatException e) {
            return Optional.empty(); // half typed, such as "-"
        }
    }

    static String shown(double dx, double dy) {
        return shown(dx, "east", "west") + ", " + shown(dy, "north", "south");
    }

    private static String shown(double metres, String ahead, String back) {
        return String.format(Locale.ROOT, "%.3f m ", Math.abs(metres)).replaceFirst("\\.?0+ m", " m") + (metres < -0.0005 ? back : ahead);
    }
}
