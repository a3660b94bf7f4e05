package rhombic.desktop.floor.body;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotSame;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.mockingDetails;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Stream;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.shape.TriangleMesh;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import rhombic.chance.DistributionText;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Recipe;
import rhombic.study.work.Work;

/** Every body is sound as a shape: it stands on the floor, fills its footprint, and its faces look outwards. */
class BodiesTest {
    private static final Placement AT = Placement.at(0, 0);

    private static Work work(int places, int inputCapacity) {
        return Work.of(places, inputCapacity, new TimeSource.Drawn(DistributionText.parse("60 s")));
    }

    private static Station station(int places, int inputCapacity, int load) {
        return new Station(Basics.of("S", AT), work(places, inputCapacity), new Work.Load(load, null), null);
    }

    static Stream<PlantElement> kinds() {
        return Stream.of(new GoodsIn("In", AT, "Piece", Optional.empty(), GoodsIn.WhenFull.WAIT, OptionalInt.empty()),
                new GoodsOut("Out", AT),
                new Buffer("Short", AT, OptionalInt.of(2), Buffer.Order.OLDEST_FIRST),
                new Buffer("Endless", AT, OptionalInt.empty(), Buffer.Order.OLDEST_FIRST),
                station(1, 0, 1), station(1, 6, 1), station(3, 2, 1), station(12, 40, 1), station(1, 2, 6), station(2, 0, 4),
                new AssemblyStation(Basics.of("A", AT), work(1, 2), AssemblyStation.Method.PACK, List.of("Pallet"),
                        new Recipe.Fixed(List.of()), 4, ""),
                new AssemblyStation(Basics.of("B", AT), work(2, 0), AssemblyStation.Method.BATCH, List.of(), new Recipe.Fixed(List.of()), 4,
                        "Batch"),
                new UnpackingStation(Basics.of("U", AT), work(1, 1), new UnpackingStation.Parting.TakeOff()),
                new UnpackingStation(Basics.of("V", AT), work(2, 1), new UnpackingStation.Parting.Split(4, "Piece")));
    }

    /** Coordinates as the toolkit has them: x east, y down, z north. */
    private static float[][] corners(TriangleMesh mesh, int face) {
        float[][] corners = new float[3][];
        for (int i = 0; i < 3; i++) {
            int point = mesh.getFaces().get(face * 9 + i * 3);
            corners[i] = new float[] {mesh.getPoints().get(point * 3), mesh.getPoints().get(point * 3 + 1),
                    mesh.getPoints().get(point * 3 + 2)};
        }
        return corners;
    }

    private static int faces(TriangleMesh mesh) {
        return mesh.getFaces().size() / 9;
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void itStandsOnTheFloorAndNotInIt(PlantElement element) {
        TriangleMesh mesh = new Bodies().of(element);
        double lowest = Double.MAX_VALUE;
        double highest = 0;
        for (int i = 1; i < mesh.getPoints().size(); i += 3) {
            lowest = Math.min(lowest, -mesh.getPoints().get(i));
            highest = Math.max(highest, -mesh.getPoints().get(i));
        }
        assertTrue(lowest >= 0 && lowest < 0.02, element.name() + " begins " + lowest + " m over the floor");
        assertTrue(highest > 0.4 && highest < 3.2, element.name() + " is " + highest + " m high");
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void itFillsItsFootprint(PlantElement element) {
        TriangleMesh mesh = new Bodies().of(element);
        Footprint footprint = element.footprint();
        double length = 0;
        double width = 0;
        for (int i = 0; i < mesh.getPoints().size(); i += 3) {
            length = Math.max(length, Math.abs(mesh.getPoints().get(i)));
            width = Math.max(width, Math.abs(mesh.getPoints().get(i + 2)));
        }
        // Parts wait on stands in front of an assembly, and rollers lead up to a station.
        assertTrue(length > 0.3 * footprint.lengthMetres() && width > 0.3 * footprint.widthMetres(),
                element.name() + " is far smaller than its footprint: " + length + ", " + width);
        assertTrue(width <= footprint.widthMetres() / 2 + 1.2, element.name() + " is wider than its footprint: " + width);
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void facesHaveASizeANormalOfLengthOneThatFitsThemAndAKnownColour(PlantElement element) {
        TriangleMesh mesh = new Bodies().of(element);
        assertTrue(faces(mesh) >= 12, element.name() + " has " + faces(mesh) + " faces");
        for (int face = 0; face < faces(mesh); face++) {
            float[][] c = corners(mesh, face);
            double[] u = {c[1][0] - c[0][0], c[1][1] - c[0][1], c[1][2] - c[0][2]};
            double[] v = {c[2][0] - c[0][0], c[2][1] - c[0][1], c[2][2] - c[0][2]};
            // The toolkit's axes are left-handed against the floor's, so the product is turned round.
            double[] across = {-(u[1] * v[2] - u[2] * v[1]), -(u[2] * v[0] - u[0] * v[2]), -(u[0] * v[1] - u[1] * v[0])};
            double area = Math.sqrt(across[0] * across[0] + across[1] * across[1] + across[2] * across[2]) / 2;
            int normal = mesh.getFaces().get(face * 9 + 1) * 3;
            double nx = mesh.getNormals().get(normal);
            double ny = mesh.getNormals().get(normal + 1);
            double nz = mesh.getNormals().get(normal + 2);
            assertEquals(1, nx * nx + ny * ny + nz * nz, 1e-4, element.name());
            if (area > 1e-5) {
                double along = (nx * across[0] + ny * across[1] + nz * across[2]) / (2 * area);
                assertEquals(1, Math.abs(along), 0.02, "face " + face + " of " + element.name() + " is lit from a side it does not show");
            }
            assertTrue(mesh.getFaces().get(face * 9 + 2) < Swatch.values().length);
        }
    }

    @Test
    void allFacesOfAllKindsAreWoundTheSameWay() {
        Set<Integer> turns = new HashSet<>();
        kinds().forEach(element -> {
            TriangleMesh mesh = new Bodies().of(element);
            for (int face = 0; face < faces(mesh); face++) {
                float[][] c = corners(mesh, face);
                double x = (c[1][1] - c[0][1]) * (c[2][2] - c[0][2]) - (c[1][2] - c[0][2]) * (c[2][1] - c[0][1]);
                double y = (c[1][2] - c[0][2]) * (c[2][0] - c[0][0]) - (c[1][0] - c[0][0]) * (c[2][2] - c[0][2]);
                double z = (c[1][0] - c[0][0]) * (c[2][1] - c[0][1]) - (c[1][1] - c[0][1]) * (c[2][0] - c[0][0]);
                int normal = mesh.getFaces().get(face * 9 + 1) * 3;
                double along = x * mesh.getNormals().get(normal) + y * mesh.getNormals().get(normal + 1)
                        + z * mesh.getNormals().get(normal + 2);
                if (Math.abs(along) > 1e-5) {
                    turns.add((int) Math.signum(along));
                }
            }
        });
        assertEquals(1, turns.size(), "a face wound the other way is seen from inside only");
    }

    @Test
    void whatLooksAlikeSharesAShapeAndWhatDoesNotHasItsOwn() {
        Bodies bodies = new Bodies();
        assertSame(bodies.of(station(2, 3, 1)), bodies.of((Station) station(2, 3, 1).named("Other")));
        assertNotSame(bodies.of(station(2, 3, 1)), bodies.of(station(3, 3, 1)));
        assertNotSame(bodies.of(station(2, 3, 1)), bodies.of(station(2, 1, 1)));
        assertNotSame(bodies.of(station(2, 3, 1)), bodies.of(station(2, 3, 6)), "an oven looks otherwise");
        assertSame(bodies.of(station(9, 30, 1)), bodies.of(station(12, 40, 1)), "beyond what is drawn they look the same");
    }

    @Test
    void theLampStandsOverItsStation() {
        for (PlantElement element : kinds().filter(t -> t instanceof Station).toList()) {
            MeshMaker.Point lamp = Bodies.lamp(element.footprint());
            assertTrue(Math.abs(lamp.x()) <= element.footprint().lengthMetres() / 2
                    && Math.abs(lamp.y()) <= element.footprint().widthMetres() / 2);
            assertTrue(lamp.z() > 1.8, "over what is worked on");
        }
    }

    /** Colours are those of IEC 60204-1 by what a state means, so some share one; what is drawn over them does not. */
    @Test
    void noTwoStatesAreDrawnAlike() {
        Set<String> drawn = new HashSet<>();
        for (EquipmentState state : EquipmentState.values()) {
            GraphicsContext g = mock(GraphicsContext.class);
            StatePattern.draw(g, state, 0, 0, 40, 12);
            assertTrue(
                    drawn.add(mockingDetails(g).getInvocations().stream()
                            .map(call -> call.getMethod().getName() + Arrays.toString(call.getArguments())).toList().toString()),
                    state.word());
        }
    }

    @Test
    void aRhombusLiesFlatAndAPostIsRound() {
        TriangleMesh rhombus = new MeshMaker().rhombus(1, 2, 0.02, 1, 0, 0.2, 0.1, Swatch.INK).mesh();
        assertEquals(2, faces(rhombus));
        for (int i = 0; i < 4; i++) {
            assertEquals(-0.02f, rhombus.getPoints().get(i * 3 + 1));
        }
        TriangleMesh post = new MeshMaker().post(0, 0, 0, 0.5, 2, 8, Swatch.STEEL).mesh();
        for (int i = 0; i < post.getPoints().size(); i += 3) {
            double radius = Math.hypot(post.getPoints().get(i), post.getPoints().get(i + 2));
            assertTrue(radius < 1e-6 || Math.abs(radius - 0.5) < 1e-5, "a corner lies " + radius + " m from the middle");
        }
        assertTrue(new MeshMaker().isEmpty());
    }
}
