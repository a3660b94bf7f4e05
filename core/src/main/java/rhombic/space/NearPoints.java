package rhombic.space;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Envelope;
import org.locationtech.jts.index.kdtree.KdNode;
import org.locationtech.jts.index.kdtree.KdTree;

/** Finds what lies near a point of the floor without looking at all that lies on it (a k-d tree of JTS). */
public final class NearPoints<T> {
    private final KdTree tree = new KdTree();
    private final Map<KdNode, List<T>> at = new IdentityHashMap<>();

    public void add(Pose pose, T item) {
        at.computeIfAbsent(tree.insert(new Coordinate(pose.x(), pose.y())), node -> new ArrayList<>(1)).add(item);
    }

    /** Those within that distance east and north, in no order. */
    public List<T> near(Pose pose, double metres) {
        Envelope around = new Envelope(pose.x() - metres, pose.x() + metres, pose.y() - metres, pose.y() + metres);
        List<T> found = new ArrayList<>();
        tree.query(around, node -> found.addAll(at.getOrDefault(node, List.of())));
        return found;
    }
}
