package rhombic.plant.route;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import rhombic.measure.AisleFigures;
import rhombic.study.way.AisleNet;

/** Counts who has gone along which aisle, and how far. */
public final class AisleUse {
    private static final double TINY_METRES = 1e-9;

    private final Map<String, Use> uses = new HashMap<>();

    private static final class Use {
        private long passes;
        private double metres;
    }

    /** Somebody has come so far along a route, and goes no farther on it. */
    public void count(Route route, double metres) {
        List<AisleNet.Part> parts = route.aisles();
        if (parts.isEmpty()) {
            return;
        }
        double left = metres - route.metresBeforeAisles();
        String before = "";
        for (int i = 0; i < parts.size() && left > TINY_METRES; i++) {
            String name = route.aisleNames().get(i);
            double gone = Math.min(left, parts.get(i).metres());
            Use use = uses.computeIfAbsent(name, key -> new Use());
            use.passes += name.equals(before) ? 0 : 1; // an aisle is cut where others cross it
            use.metres += gone;
            left -= gone;
            before = name;
        }
    }

    /** The measures begin anew. */
    public void restart() {
        uses.clear();
    }

    /** Of the aisles of those names, in that order. */
    public List<AisleFigures> figures(List<String> names) {
        List<AisleFigures> all = new ArrayList<>();
        for (String name : names) {
            Use use = uses.getOrDefault(name, new Use());
            all.add(new AisleFigures(name, use.passes, use.metres));
        }
        return all;
    }
}
