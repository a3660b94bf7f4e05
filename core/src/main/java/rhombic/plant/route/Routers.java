package rhombic.plant.route;

import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import rhombic.study.duty.TravelChoice;
import rhombic.study.kind.Aisle;
import rhombic.study.kind.PlantElement;
import rhombic.study.way.AisleNet;
import rhombic.study.way.OpenFloor;

/** The routers of a study, each made when it is first asked for. Shared by all its runs. */
public final class Routers {
    private static final Router STRAIGHT = new StraightRouter();

    private final List<PlantElement> elements;
    private final Map<Traveller, Router> made = new ConcurrentHashMap<>();

    /**
     * Who travels, as far as routes depend on it.
     *
     * @param isPerson else a vehicle
     * @param speed metres per second; infinite for who is there at once
     * @param secondsPerDegree what turning costs
     * @param clearanceMetres how far from what stands there it keeps
     */
    public record Traveller(TravelChoice choice, boolean isPerson, double speed, double secondsPerDegree, double clearanceMetres) {}

    public Routers(List<PlantElement> elements) {
        this.elements = List.copyOf(elements);
    }

    /** The router for them. */
    public Router of(Traveller traveller) {
        return traveller.speed == Double.POSITIVE_INFINITY ? STRAIGHT : made.computeIfAbsent(traveller, this::make);
    }

    private Router make(Traveller traveller) {
        return switch (traveller.choice) {
            case STRAIGHT -> STRAIGHT;
            case AROUND -> new KnownRoutes(new OpenRouter(new OpenFloor(elements, traveller.clearanceMetres)));
            case ON_AISLES -> {
                AisleNet net = AisleNet.of(elements.stream().filter(Aisle.class::isInstance).map(Aisle.class::cast).toList(),
                        traveller.isPerson);
                yield net.isEmpty() ? STRAIGHT : new KnownRoutes(new AisleRouter(net, traveller.speed, traveller.secondsPerDegree));
            }
        };
    }
}
