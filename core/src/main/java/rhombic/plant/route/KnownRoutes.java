package rhombic.plant.route;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import rhombic.space.Pose;

/** Remembers the routes that another router has found: most are asked for again and again. May be asked by several threads. */
final class KnownRoutes implements Router {
    /** Beyond so many it begins anew: those from somewhere on the way are hardly ever asked for twice. */
    private static final int MAX_KNOWN = 20_000;

    private final Router router;
    private final Map<Ends, Route> known = new ConcurrentHashMap<>();

    private record Ends(Pose from, Pose to) {}

    KnownRoutes(Router router) {
        this.router = router;
    }

    @Override
    public Pose stop(Pose place) {
        return router.stop(place);
    }

    @Override
    public boolean isPartial() {
        return router.isPartial();
    }

    @Override
    public Route route(Pose from, Pose to) {
        Ends ends = new Ends(from, to);
        Route route = known.get(ends);
        if (route == null) {
            route = router.route(from, to);
            if (known.size() >= MAX_KNOWN) {
                known.clear();
            }
            known.put(ends, route);
        }
        return route;
    }
}
