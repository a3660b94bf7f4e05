package rhombic.plant.route;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import rhombic.study.duty.TravelChoice;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.place.RoadSpace;
import rhombic.study.site.Aisle;
import rhombic.study.way.AisleNet;
import rhombic.study.way.OpenFloor;
import rhombic.study.way.Sections;

/** The routers of a study, each made when it is first asked for. Shared by all its runs. */
public final class Routers {
    private static final Router STRAIGHT = new StraightRouter();

    private final List<PlantElement> elements;
    private final Map<Traveller, Router> made = new ConcurrentHashMap<>();
    private final Map<Boolean, AisleNet> nets = new ConcurrentHashMap<>();
    private @Nullable Optional<Sections> sections;

    /**
     * Who travels, as far as routes depend on it.
     *
     * @param isPerson else a vehicle
     * @param isInTraffic whether it keeps its distance on aisles
     * @param speed metres per second; infinite for who is there at once
     * @param secondsPerDegree what turning costs
     * @param clearanceMetres how far from what stands there it keeps
     * @param staysOnAisles whether it picks up and sets down without leaving them
     * @param closed the names of aisles that it may not use
     */
    public record Traveller(TravelChoice choice, boolean isPerson, boolean isInTraffic, double speed, double secondsPerDegree,
            double clearanceMetres, boolean staysOnAisles, Set<String> closed) {}

    public Routers(List<PlantElement> elements) {
        this.elements = List.copyOf(elements);
    }

    /** The router for them. */
    public Router of(Traveller traveller) {
        return traveller.speed == Double.POSITIVE_INFINITY ? STRAIGHT : made.computeIfAbsent(traveller, this::make);
    }

    /** The names of aisles that a group may not use, though others of its sort may. */
    public Set<String> closedTo(ResourceGroup group) {
        return elements.stream().filter(Aisle.class::isInstance).map(Aisle.class::cast)
                .filter(aisle -> aisle.users().admits(group.arePeople()) && !aisle.admits(group)).map(Aisle::name)
                .collect(Collectors.toUnmodifiableSet());
    }

    private AisleNet net(boolean ofPeople) {
        return nets.computeIfAbsent(ofPeople, people -> AisleNet.of(elements, people));
    }

    /** How the aisles are shared by vehicles that keep their distance; empty if none do. */
    public synchronized Optional<Sections> sections() {
        if (sections == null) {
            sections = elements.stream().filter(ResourceGroup.class::isInstance).map(ResourceGroup.class::cast)
                    .flatMap(group -> group.roadSpace().stream()).reduce(RoadSpace::and).filter(space -> !net(false).isEmpty())
                    .map(space -> new Sections(net(false), space));
        }
        return sections;
    }

    private Router make(Traveller traveller) {
        return switch (traveller.choice) {
            case STRAIGHT -> STRAIGHT;
            case AROUND -> new KnownRoutes(new OpenRouter(new OpenFloor(elements, traveller.clearanceMetres)));
            case ON_AISLES, ONLY_ON_AISLES -> {
                AisleNet net = net(traveller.isPerson).admitting(aisle -> !traveller.closed.contains(aisle.name()));
                yield net.isEmpty() && traveller.choice == TravelChoice.ON_AISLES
                        ? STRAIGHT
                        : new KnownRoutes(new AisleRouter(net, traveller));
            }
        };
    }
}
