package rhombic.study.crane;

import java.util.List;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.place.Placement;

/** A bridge along a runway, and a trolley across it. Each goes at its own pace, so between two places a load can be anywhere in the rectangle between them. */
record RunwayGeometry(Placement placement, Runway runway, int cranes) implements CraneGeometry {
    private double length() {
        return runway.length().inBaseUnit();
    }

    private double span() {
        return runway.span().inBaseUnit();
    }

    @Override
    public double along(Pose place) {
        double turn = Math.toRadians(placement.headingDegrees());
        return (place.x() - placement.xMetres()) * Math.cos(turn) + (place.y() - placement.yMetres()) * Math.sin(turn);
    }

    @Override
    public double across(Pose place) {
        double turn = Math.toRadians(placement.headingDegrees());
        return (place.y() - placement.yMetres()) * Math.cos(turn) - (place.x() - placement.xMetres()) * Math.sin(turn);
    }

    @Override
    public Pose below(double along, double across) {
        Pose middle = placement.pose();
        return middle.of(Pose.at(along, across, -middle.z(), 0));
    }

    @Override
    public double minAlong(int number) {
        return -length() / 2 + number * runway.safeDistance().inBaseUnit();
    }

    @Override
    public double maxAlong(int number) {
        return length() / 2 - (cranes - 1 - number) * runway.safeDistance().inBaseUnit();
    }

    @Override
    public boolean reachesAcross(double across) {
        return Math.abs(across) <= span() / 2;
    }

    @Override
    public Path alongPath() {
        Pose middle = placement.pose();
        return Path.from(middle.of(Pose.at(-length() / 2, 0, -middle.z(), 0))).straight(length(), 0).build();
    }

    @Override
    public double alongBegins() {
        return length() / 2;
    }

    @Override
    public double facing() {
        return placement.headingDegrees();
    }

    @Override
    public Path acrossPath() {
        return Path.from(Pose.at(0, -span() / 2, 0, 90)).straight(span(), 0).build();
    }

    @Override
    public double acrossBegins() {
        return span() / 2;
    }

    @Override
    public List<Outline> swept(Pose from, Pose to, double beside) {
        double minX = Math.min(along(from), along(to)) - beside;
        double maxX = Math.max(along(from), along(to)) + beside;
        double minY = Math.min(across(from), across(to)) - beside;
        double maxY = Math.max(across(from), across(to)) + beside;
        return List.of(Outline.ofBox(minX, maxX, minY, maxY));
    }

    @Override
    public Pose seen(Pose place) {
        return Pose.at(along(place), across(place), place.z(), 0);
    }
}
