package rhombic.study.site;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.FloorLine;
import rhombic.study.place.Opening;

/** A wall or a fence: it stands along a line, with doors and openings in it. */
public sealed interface Barrier extends Structure, LineElement permits Wall, Fence {
    List<Opening> openings();

    Barrier withOpenings(List<Opening> newOpenings);

    /** Between two places along the line there is nothing below, or nothing at all. */
    record Gap(double fromMetres, double toMetres, Opening opening) {}

    /** Its doors and openings from the beginning on, as far as they lie along the line. */
    default List<Gap> gaps() {
        double end = line().metres();
        return openings().stream().sorted(Comparator.comparingDouble(Opening::fromMetres))
                .map(one -> new Gap(Math.clamp(one.fromMetres(), 0, end), Math.clamp(one.toMetres(), 0, end), one))
                .filter(gap -> gap.toMetres > gap.fromMetres).toList();
    }

    /**
     * A straight part of it without a gap, from end to end, at the height of the floor.
     *
     * @param leg which of the legs of the line it is a part of
     */
    record Part(int leg, Pose from, Pose to) {}

    /** All its parts, corner by corner, between the gaps. */
    default List<Part> parts() {
        Path path = line().path(placement().pose());
        List<double[]> solid = new ArrayList<>();
        double at = 0;
        for (Gap gap : gaps()) {
            if (gap.fromMetres > at) {
                solid.add(new double[] {at, gap.fromMetres});
            }
            at = Math.max(at, gap.toMetres);
        }
        if (at < path.metres()) {
            solid.add(new double[] {at, path.metres()});
        }
        List<Part> parts = new ArrayList<>();
        List<FloorLine.Corner> corners = line().corners();
        double begins = 0;
        for (int i = 0; i + 1 < corners.size(); i++) {
            double ends = begins + corners.get(i).metresTo(corners.get(i + 1));
            for (double[] one : solid) {
                double from = Math.max(begins, one[0]);
                double to = Math.min(ends, one[1]);
                if (to - from > 1e-6) {
                    parts.add(new Part(i, path.at(from), path.at(to)));
                }
            }
            begins = ends;
        }
        return parts;
    }

    /** How many straight legs the line has. */
    default int legs() {
        return line().corners().size() - 1;
    }

    /** Along which leg a place along the line is. */
    default int legAt(double metres) {
        double ends = 0;
        for (int leg = 0; leg < legs() - 1; leg++) {
            ends += line().corners().get(leg).metresTo(line().corners().get(leg + 1));
            if (metres < ends) {
                return leg;
            }
        }
        return legs() - 1;
    }

    @Override
    default List<List<Pose>> outlines() {
        return parts().stream().map(part -> PlantElement.strip(part.from, part.to, widthMetres())).toList();
    }

    @Override
    default String purpose() {
        return openings().isEmpty() ? "Nobody goes through it." : "Nobody goes through it but where it is open.";
    }
}
