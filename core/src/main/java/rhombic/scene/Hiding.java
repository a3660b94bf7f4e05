package rhombic.scene;

import java.util.ArrayList;
import java.util.List;
import rhombic.space.Pose;
import rhombic.study.kind.PlantElement;
import rhombic.study.site.Barrier;
import rhombic.study.site.Fence;
import rhombic.study.site.Structure;

/** Whether a wall stands between an eye and the plant. */
public final class Hiding {
    /** Of a large plant so many elements stand for all. */
    private static final int MAX_ASKED = 80;
    private static final double LOOKED_AT_METRES = 0.8;

    private final List<double[]> lookedAt = new ArrayList<>();

    /** @param elements of a study: all but its building is looked at */
    public Hiding(List<PlantElement> elements) {
        List<PlantElement> plant = elements.stream().filter(element -> !(element instanceof Structure)).toList();
        int step = Math.max(1, plant.size() / MAX_ASKED);
        for (int i = 0; i < plant.size(); i += step) {
            Pose at = plant.get(i).along().map(along -> along.path().at(along.path().metres() / 2)).orElse(plant.get(i).placement().pose());
            lookedAt.add(new double[] {at.x(), at.y(), Math.max(at.z(), LOOKED_AT_METRES)});
        }
    }

    private boolean isHiding(List<List<Pose>> outlines, double low, double high, double[] eye) {
        for (List<Pose> outline : outlines) {
            for (double[] target : lookedAt) {
                if (isBetween(outline, low, high, eye, target)) {
                    return true;
                }
            }
        }
        return false;
    }

    /** Which legs of a wall hide any of the plant from an eye at x, y and z; of what has no legs, whether it does. */
    public boolean[] hidingLegs(Structure structure, double[] eye) {
        double low = structure.placement().zMetres();
        double high = low + structure.footprint().heightMetres();
        if (structure instanceof Fence) {
            return new boolean[1]; // one sees through it anyway
        }
        if (!(structure instanceof Barrier barrier)) {
            return new boolean[] {isHiding(structure.outlines(), low, high, eye)};
        }
        boolean[] hides = new boolean[barrier.legs()];
        List<Pose> corners = barrier.cornersOnFloor();
        for (int leg = 0; leg < hides.length; leg++) { // doors too: there is a wall above them
            hides[leg] = isHiding(List.of(PlantElement.strip(corners.get(leg), corners.get(leg + 1), barrier.widthMetres())), low, high,
                    eye);
        }
        return hides;
    }

    private static boolean isBetween(List<Pose> outline, double low, double high, double[] eye, double[] target) {
        double dx = target[0] - eye[0];
        double dy = target[1] - eye[1];
        for (int i = 0; i < outline.size(); i++) {
            Pose a = outline.get(i);
            Pose b = outline.get((i + 1) % outline.size());
            double ex = b.x() - a.x();
            double ey = b.y() - a.y();
            double cross = dx * ey - dy * ex;
            if (Math.abs(cross) < 1e-12) {
                continue;
            }
            double along = ((a.x() - eye[0]) * ey - (a.y() - eye[1]) * ex) / cross;
            double onEdge = ((a.x() - eye[0]) * dy - (a.y() - eye[1]) * dx) / cross;
            double z = eye[2] + along * (target[2] - eye[2]);
            if (along > 0 && along < 1 && onEdge >= 0 && onEdge <= 1 && z >= low && z <= high) {
                return true;
            }
        }
        return false;
    }
}
