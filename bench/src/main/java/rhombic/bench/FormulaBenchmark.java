package rhombic.bench;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import rhombic.chance.DistributionText;
import rhombic.plant.Plant;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Value;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;

/** One station that works with a time by formula, and with a constant: the difference is what the formula costs. */
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
@State(Scope.Benchmark)
public class FormulaBenchmark {
    private static final int PIECES = 100_000;

    private final Study formula = study(new TimeSource.ByFormula("45 + 8 * piece.joints", Unit.SECOND));
    private final Study drawn = study(new TimeSource.Drawn(DistributionText.parse("93 s")));

    private static Study study(TimeSource time) {
        Placement at = Placement.at(0, 0);
        PieceType type = PieceType.usual("Piece").withAttributes(List.of(new Attribute("joints", new Value.Num(6))));
        return new Study("Formula", RunPlan.ONE_SHIFT.withLength(Quantity.seconds(93.0 * PIECES)), List.of(type), List.of(
                new GoodsIn("In", at, "Piece", Optional.of(new Supply.OnDemand()), GoodsIn.WhenFull.WAIT, OptionalInt.empty()),
                new Station(Basics.of("S", at), Work.of(1, 0, time), Work.Load.SINGLE, null), new GoodsOut("Out", at)),
                List.of(new Link("In", "S"), new Link("S", "Out")));
    }

    @Benchmark
    @OperationsPerInvocation(PIECES)
    public long formula() {
        return run(formula);
    }

    @Benchmark
    @OperationsPerInvocation(PIECES)
    public long drawn() {
        return run(drawn);
    }

    private static long run(Study study) {
        Plant plant = Plant.build(study, 1, null);
        plant.advance(study.plan().length().nanos(), () -> false);
        return plant.figures().out();
    }
}
