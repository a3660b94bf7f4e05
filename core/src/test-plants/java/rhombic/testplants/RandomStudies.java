package rhombic.testplants;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import rhombic.chance.DistributionText;
import rhombic.quantity.Quantity;
import rhombic.study.Buffer;
import rhombic.study.Equipment;
import rhombic.study.GoodsIn;
import rhombic.study.GoodsOut;
import rhombic.study.Link;
import rhombic.study.PieceType;
import rhombic.study.Placement;
import rhombic.study.RunPlan;
import rhombic.study.Station;
import rhombic.study.Study;
import rhombic.study.Supply;

/** Plants of all kinds mixed, with links forwards and back; many are half-built or overloaded. */
public final class RandomStudies {
    private static final List<String> TIMES = List.of("0 s", "12 s", "uniform(5 s, 20 s)", "exponential(15 s)", "triangular(4 s, 9 s, 30 s)", "normal(10 s, 4 s)",
            "lognormal(10 s, 8 s)", "erlang(2, 14 s)", "gamma(1.5, 6 s)", "weibull(1.3, 10 s)", "beta(2, 3, 1 s, 20 s)", "discrete(3 s: 1, 20 s: 2)", "empirical(4 s, 9 s, 22 s)");

    private RandomStudies() {}

    public static Study of(long seed) {
        Random random = new Random(seed);
        List<PieceType> types = List.of(PieceType.usual("Piece"), PieceType.usual("Other"));
        List<Equipment> things = new ArrayList<>();
        int count = 2 + random.nextInt(9);
        for (int i = 0; i < count; i++) {
            things.add(thing(random, i == 0 ? 0 : random.nextInt(5), "E" + i));
        }
        List<Link> links = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            for (int j = 0; j < count; j++) {
                boolean ahead = j > i && j <= i + 3;
                if (things.get(i).givesPieces() && things.get(j).takesPieces() && random.nextDouble() < (ahead ? 0.6 : 0.06)) {
                    links.add(new Link("E" + i, "E" + j, random.nextInt(4) == 0 ? Optional.of(Quantity.percent(random.nextInt(101))) : Optional.empty()));
                }
            }
        }
        RunPlan plan = RunPlan.ONE_SHIFT.withLength(Quantity.hours(1)).withWarmUp(Quantity.minutes(random.nextInt(3) * 10)).withSeed(seed).withReplications(3);
        return new Study("Random " + Math.abs(seed % 1000), plan, types, things, links);
    }

    private static Equipment thing(Random random, int kind, String name) {
        Placement at = new Placement(random.nextInt(40) - 20, random.nextInt(30) / 4.0, random.nextInt(8) * 45);
        return switch (kind) {
            case 0 -> new GoodsIn(name, at, random.nextBoolean() ? "Piece" : "Other", supply(random), random.nextInt(3) == 0 ? GoodsIn.WhenFull.TURN_AWAY : GoodsIn.WhenFull.WAIT,
                    random.nextInt(4) == 0 ? OptionalInt.of(1 + random.nextInt(200)) : OptionalInt.empty());
            case 1 -> new Buffer(name, at, random.nextInt(4) == 0 ? OptionalInt.empty() : OptionalInt.of(1 + random.nextInt(8)),
                    random.nextBoolean() ? Buffer.Order.OLDEST_FIRST : Buffer.Order.NEWEST_FIRST);
            case 4 -> new GoodsOut(name, at);
            default -> new Station(name, at, 1 + random.nextInt(3), random.nextInt(4),
                    random.nextInt(12) == 0 ? Optional.empty() : Optional.of(DistributionText.parse(TIMES.get(random.nextInt(TIMES.size())))));
        };
    }

    private static Optional<Supply> supply(Random random) {
        return switch (random.nextInt(10)) {
            case 0 -> Optional.empty();
            case 1 -> Optional.of(new Supply.OnDemand());
            default -> Optional.of(new Supply.Spaced(DistributionText.parse(TIMES.get(random.nextInt(TIMES.size()))), 1 + random.nextInt(3),
                    random.nextBoolean() ? Optional.of(Quantity.seconds(random.nextInt(100))) : Optional.empty()));
        };
    }
}
