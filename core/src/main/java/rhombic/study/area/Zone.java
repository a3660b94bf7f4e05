package rhombic.study.area;

import java.util.List;
import rhombic.space.Pose;
import rhombic.study.kind.Area;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Family;
import rhombic.study.kind.Kind;
import rhombic.study.place.Footprint;

/** A part of the floor from which a fleet fetches: its vehicles may be told to fetch only from there. */
public record Zone(Basics basics) implements Area {
    private static final double NEAR_METRES = 1e-6;
    private static final Footprint FOOTPRINT = new Footprint(12, 8, 0.1);

    public static final Kind<Zone> KIND = new Kind<>("Zone", Family.MOVE, Zone.class, List.of(), Zone::new,
            (basics, types) -> new Zone(basics));

    /** Whether the place lies in it, or on its edge. */
    public boolean contains(Pose location) {
        Pose middle = placement().pose();
        double turned = -Math.toRadians(middle.heading());
        double dx = location.x() - middle.x();
        double dy = location.y() - middle.y();
        double along = dx * Math.cos(turned) - dy * Math.sin(turned);
        double across = dx * Math.sin(turned) + dy * Math.cos(turned);
        return Math.abs(along) <= footprint().lengthMetres() / 2 + NEAR_METRES
                && Math.abs(across) <= footprint().widthMetres() / 2 + NEAR_METRES;
    }

    @Override
    public Kind<Zone> declaration() {
        return KIND;
    }

    @Override
    public Zone with(Basics newBasics) {
        return new Zone(newBasics);
    }

    @Override
    public String purpose() {
        return "Vehicles of fleets that say so fetch only from here.";
    }

    @Override
    public Footprint usualSize() {
        return FOOTPRINT;
    }
}
