package rhombic.desktop.floor.body;

import java.lang.ref.Reference;
import java.lang.ref.ReferenceQueue;
import java.lang.ref.WeakReference;
import java.util.HashMap;
import java.util.Map;
import java.util.function.Supplier;
import javafx.scene.shape.TriangleMesh;

/** Meshes by what shapes them: equal ones are one as long as anything is drawn with it, and are forgotten then. */
final class SharedMeshes {
    private final Map<Object, Kept> kept = new HashMap<>();
    private final ReferenceQueue<TriangleMesh> gone = new ReferenceQueue<>();

    private static final class Kept extends WeakReference<TriangleMesh> {
        final Object key;

        Kept(Object key, TriangleMesh mesh, ReferenceQueue<TriangleMesh> gone) {
            super(mesh, gone);
            this.key = key;
        }
    }

    /** @param make makes it if there is none with that key */
    TriangleMesh of(Object key, Supplier<TriangleMesh> make) {
        for (Reference<?> old = gone.poll(); old != null; old = gone.poll()) {
            if (old instanceof Kept one) {
                kept.remove(one.key, one);
            }
        }
        Kept known = kept.get(key);
        TriangleMesh mesh = known == null ? null : known.get();
        if (mesh == null) {
            mesh = make.get();
            kept.put(key, new Kept(key, mesh, gone));
        }
        return mesh;
    }

    int count() {
        return kept.size();
    }
}
