package rhombic.plant.resource;

import java.util.Arrays;
import java.util.List;
import rhombic.space.Pose;

/** The one with the shortest way. */
final class NearestResource implements ResourceRule {
    private final List<Resource> resources;
    /** Where each of them stands, by number, close together since all who are free are looked at; not a number while it walks. */
    private double[] standX = {};
    private double[] standY = {};
    /** Whether all of them go straight, so that nothing else need be asked. */
    private boolean isStraight = true;

    NearestResource(List<Resource> resources) {
        this.resources = resources;
    }

    /** One more, who is the last by number. */
    void add(Resource resource) {
        standX = Arrays.copyOf(standX, resource.number + 1);
        standY = Arrays.copyOf(standY, resource.number + 1);
        isStraight &= resource.group().router().isStraight();
    }

    /** It stands there now, or walks: then it is not a number. */
    void stands(Resource resource, double x, double y) {
        standX[resource.number] = x;
        standY[resource.number] = y;
    }

    /** The square of the way, which tells as well who is nearest. */
    @Override
    public double rank(int number, Pose location, double below) {
        double dx = standX[number] - location.x();
        double dy = standY[number] - location.y();
        double square = dx * dx + dy * dy;
        if (Double.isNaN(square)) {
            square = resources.get(number).squareMetresTo(location.x(), location.y());
        }
        if (isStraight || square >= below) {
            return square;
        }
        double metres = resources.get(number).metresTo(location);
        return metres * metres;
    }
}
