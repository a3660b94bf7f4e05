package rhombic.plant.handover;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.lang.reflect.Field;
import java.util.Random;
import java.util.function.Consumer;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import rhombic.measure.RunFigures;
import rhombic.plant.Plant;
import rhombic.plant.blueprint.Blueprint;
import rhombic.plant.blueprint.RunTroubleException;
import rhombic.plant.piece.Piece;
import rhombic.study.Study;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Station;
import rhombic.testplants.RandomStudies;

/** What claims promise, in plants of every sort. */
class ClaimsTest {
    private static final int MOMENTS = 40;
    /** Twenty of each in the usual tests, hundreds in `./rhombic validate`. */
    private static final int NETS = Integer.getInteger("rhombic.nets", 20);

    private static LongStream nets() {
        return LongStream.concat(LongStream.of(303), LongStream.range(101, 100 + NETS));
    }

    /** Whoever is asked for a spot at any moment goes on as if nobody had asked, event by event. */
    @ParameterizedTest
    @MethodSource("nets")
    void askingForASpotChangesNothing(long seed) throws ReflectiveOperationException {
        Study study = RandomStudies.of(seed);
        Blueprint blueprint = Blueprint.of(study);
        Plant asked = Plant.build(blueprint, 1, null);
        Flow flow = flow(asked);
        Random random = new Random(seed);
        long length = study.plan().length().nanos();
        long now = 0;
        try {
            for (int i = 0; i < MOMENTS; i++) {
                now += (long) (random.nextDouble() * 2 * length / MOMENTS);
                asked.advance(Math.min(now, length), () -> false);
                flow.takers().forEach(taker -> ask(taker, random.nextInt(3)));
            }
            asked.advance(length, () -> false);
        } catch (RunTroubleException e) {
            return; // a formula that comes to nothing ends any run
        }
        Plant left = Plant.build(blueprint, 1, null);
        left.advance(length, () -> false);
        RunFigures expected = left.figures();
        assertEquals(expected.events(), asked.figures().events());
        assertEquals(expected.equipment().toString(), asked.figures().equipment().toString());
    }

    private static void ask(Taker taker, int times) {
        for (int i = 0; i < times; i++) {
            for (Offer.QueuedOffer entry = taker.line.first(); entry != null; entry = taker.line.next(entry)) {
                taker.waitsForPassageOnly(entry);
                taker.spotAtOnce(entry.way, entry.piece());
                taker.roomFor(entry.piece());
                entry.mayGo();
            }
        }
    }

    /** Every claim on the way is held by a piece, and no spot has more of them than all together. */
    @ParameterizedTest
    @MethodSource("nets")
    void claimsAreOfWhatIsOnItsWay(long seed) throws ReflectiveOperationException {
        atMoments(RandomStudies.of(seed), flow -> {
            int claims = flow.takers().stream().mapToInt(Taker::claims).sum();
            int onTheWay = flow.passages().stream().mapToInt(passage -> passage.tally.onTheWay()).sum();
            int waiting = flow.passages().stream().mapToInt(Passage::waitingAtEnd).sum();
            long fetched = flow.passages().stream().flatMap(Passage::beingFetched).count();
            assertEquals(onTheWay - waiting + fetched, claims, "on the way and not waiting at the end of a link, or being fetched");
            flow.takers().forEach(taker -> {
                int bySpot = 0;
                for (int spot = 0; spot < 100; spot++) {
                    bySpot += taker.claimsAt(spot);
                }
                assertEquals(taker.claims(), bySpot, taker.name());
                assertTrue(taker.claims() >= 0);
            });
        });
    }

    /** What is counted as left is what is left, at any moment: never less than nothing, nor more than what neither holds nor keeps a piece. */
    @ParameterizedTest
    @MethodSource("nets")
    void whatIsCountedAsLeftIsLeft(long seed) throws ReflectiveOperationException {
        Study study = RandomStudies.of(seed);
        atMoments(study, flow -> {
            flow.takers().stream().filter(Taker::isRoomCounted).forEach(taker -> {
                int left = taker.roomFor(new Piece(0));
                int inside = taker.node().tally.content() + taker.claims();
                switch (taker.node().element()) {
                    case Buffer buffer ->
                        assertEquals(buffer.contentCapacity(study.pieceTypes()).orElseThrow() - inside, left, taker.name());
                    case Station station -> {
                        int slots = station.work().places() + station.work().inputCapacity();
                        assertTrue(left >= 0 && left <= slots - inside, taker.name() + ": " + left + " of " + slots + ", inside " + inside);
                    }
                    case GoodsOut out -> assertTrue(left > 1_000_000_000);
                    default -> throw new AssertionError(taker.name() + " counts its room");
                }
            });
        });
    }

    /** Looks at a run of the study again and again; a formula that comes to nothing ends any run. */
    private static void atMoments(Study study, Consumer<Flow> look) throws ReflectiveOperationException {
        Plant plant = Plant.build(Blueprint.of(study), 1, null);
        Flow flow = flow(plant);
        long length = study.plan().length().nanos();
        for (int i = 1; i <= MOMENTS; i++) {
            try {
                plant.advance(length / MOMENTS * i, () -> false);
            } catch (RunTroubleException e) {
                return;
            }
            look.accept(flow);
        }
    }

    private static Flow flow(Plant plant) throws ReflectiveOperationException {
        Field field = Plant.class.getDeclaredField("flow");
        field.setAccessible(true);
        return (Flow) field.get(plant);
    }
}
