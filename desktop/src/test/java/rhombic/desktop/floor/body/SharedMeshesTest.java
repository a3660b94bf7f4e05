package rhombic.desktop.floor.body;

import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.lang.ref.Reference;
import javafx.scene.shape.TriangleMesh;
import org.junit.jupiter.api.Test;

/** While a conveyor is drawn each move of the pointer shapes another: those must not stay. */
class SharedMeshesTest {
    @Test
    void equalShapesAreOneMeshAndWhatIsDrawnNoMoreIsForgotten() throws Exception {
        SharedMeshes meshes = new SharedMeshes();
        TriangleMesh drawn = meshes.of("drawn", TriangleMesh::new);
        for (int i = 0; i < 1000; i++) {
            meshes.of(i, TriangleMesh::new);
        }
        for (int tries = 0; tries < 50 && meshes.count() > 2; tries++) {
            System.gc();
            Thread.sleep(20); // references are told by a thread of their own
            meshes.of("another", TriangleMesh::new);
        }
        assertTrue(meshes.count() <= 2, meshes.count() + " are kept");
        assertSame(drawn, meshes.of("drawn", () -> {
            throw new AssertionError("it is still drawn");
        }));
        Reference.reachabilityFence(drawn);
    }
}
