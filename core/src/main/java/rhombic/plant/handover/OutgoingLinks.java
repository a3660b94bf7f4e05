package rhombic.plant.handover;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.apache.commons.rng.UniformRandomProvider;
import org.jspecify.annotations.Nullable;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.plant.piece.Piece;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.value.Routing;

/**
 * Where the pieces of an equipment may go. For each piece the links are narrowed to those it fits, and then one is
 * chosen, or any that has room.
 */
public final class OutgoingLinks {
    public static final int ANY = -1;

    final Way[] ways;
    private final List<Link> links;
    private final Routing.Choice choice;
    private final @Nullable Formula formula;
    private final double @Nullable [] shares;
    private final @Nullable UniformRandomProvider chance;
    private final Fit @Nullable [] fits;
    /** Which links are for everything that fits no other. */
    private final boolean[] forAll;
    /** Which links are for pieces that a formula says. */
    private final boolean[] byFormula;
    private final boolean[] admitted;
    private final PlantScope scope;
    /** Whether every piece may go every way, the first that has room. */
    final boolean isPlain;
    /** What the formula chose for a type, where nothing else counts; else {@link #ANY}. */
    private final int[] wayOfType;
    private int last = -1;

    /** Whether a piece is one that a link is for. */
    private interface Fit {
        boolean fits(Piece piece);
    }

    /** @param part that the ways lead out of */
    OutgoingLinks(List<Way> ways, List<Link> links, Routing routing, Flow flow, Part part, UniformRandomProvider chance) {
        this.ways = ways.toArray(Way[]::new);
        this.links = links;
        scope = part.scope("way out");
        choice = routing.choice();
        formula = choice == Routing.Choice.FORMULA ? flow.formula(routing.formula()) : null;
        double[] given = links.stream().mapToDouble(link -> link.share().map(Quantity::amount).orElse(0.0)).toArray();
        boolean byChance = Arrays.stream(given).sum() > 0;
        shares = byChance ? given : null;
        this.chance = byChance ? chance : null;
        boolean filtered = links.stream().anyMatch(link -> !(link.filter() instanceof LinkFilter.All));
        fits = filtered ? fits(flow, part) : null;
        forAll = new boolean[this.ways.length];
        byFormula = new boolean[this.ways.length];
        for (int i = 0; i < forAll.length; i++) {
            forAll[i] = links.get(i).filter() instanceof LinkFilter.All;
            byFormula[i] = links.get(i).filter() instanceof LinkFilter.Condition;
        }
        admitted = new boolean[this.ways.length];
        Arrays.fill(admitted, true);
        wayOfType = new int[flow.types.count()];
        Arrays.fill(wayOfType, ANY);
        isPlain = !byChance && !filtered && choice == Routing.Choice.PREFERENCE;
    }

    private OutgoingLinks(Way only) {
        ways = new Way[] {only};
        links = List.of();
        scope = only.taker().part.scope("end of a link");
        choice = Routing.Choice.PREFERENCE;
        formula = null;
        shares = null;
        chance = null;
        fits = null;
        forAll = new boolean[] {true};
        byFormula = new boolean[] {false};
        admitted = new boolean[] {true};
        wayOfType = new int[0];
        isPlain = true;
    }

    /** There is only one. */
    static OutgoingLinks only(Way way) {
        return new OutgoingLinks(way);
    }

    private Fit[] fits(Flow flow, Part part) {
        List<Fit> made = new ArrayList<>();
        for (int i = 0; i < links.size(); i++) {
            Link link = links.get(i);
            made.add(switch (link.filter()) {
                case LinkFilter.All() -> piece -> true;
                case LinkFilter.Types types -> {
                    boolean[] named = new boolean[flow.types.count()];
                    for (int type = 0; type < named.length; type++) {
                        named[type] = types.types().contains(flow.types.name(type));
                    }
                    yield piece -> named[piece.type];
                }
                case LinkFilter.Condition where -> {
                    Formula condition = flow.formula(where.formula());
                    PlantScope own = part.scopeWithStream(link.id());
                    yield piece -> own.evaluate(condition, piece, condition::truth);
                }
                case LinkFilter.LoadCarriers() -> piece -> flow.types.isLoadCarrier(piece.type);
                case LinkFilter.Contents() -> piece -> !flow.types.isLoadCarrier(piece.type);
            });
        }
        return made.toArray(Fit[]::new);
    }

    /** The only way out, if all pieces go it and it takes no time; null else. */
    public @Nullable Way straight() {
        return isPlain && ways.length == 1 && ways[0].passage() == null ? ways[0] : null;
    }

    /** Index of the one way the piece must go, or {@link #ANY} of those that {@link #admits}. */
    int choose(Piece piece) {
        if (fits != null) {
            admit(piece, fits);
        }
        if (shares != null && chance != null) {
            return draw(shares, chance.nextDouble());
        }
        return switch (choice) {
            case PREFERENCE, FIRST_FREE, SHORTEST_QUEUE -> ANY; // whichever has room, see pick
            case IN_TURN -> next();
            case FORMULA -> named(piece);
        };
    }

    private void admit(Piece piece, Fit[] fit) {
        boolean any = false;
        for (int i = 0; i < fit.length; i++) {
            admitted[i] = !forAll[i] && fit[i].fits(piece);
            any |= admitted[i];
        }
        for (int i = 0; i < fit.length && !any; i++) {
            admitted[i] = forAll[i];
        }
    }

    /**
     * For how many pieces like that there is room where it may go; {@link Integer#MAX_VALUE} if some taker there makes no difference among pieces. To ask
     * changes nothing.
     */
    public int wanted(Piece piece) {
        long sum = 0;
        for (int i = 0; i < ways.length; i++) {
            if (fits == null || forAll[i] || byFormula[i] || fits[i].fits(piece)) {
                sum += ways[i].taker().wanted(ways[i], piece);
            }
        }
        return (int) Math.min(sum, Integer.MAX_VALUE);
    }

    /** Whoever chooses what to hand on by what is {@link #wanted} is attended to when that may have changed. */
    public void watchNeed(Part watcher) {
        for (Way way : ways) {
            way.taker().watchNeed(watcher);
        }
    }

    /** Whether the choice does not look at the piece. */
    public boolean sameForAll() {
        return fits == null && formula == null;
    }

    boolean admits(int way) {
        return admitted[way];
    }

    /** Of the ways that have room for the piece now, the one it goes; {@link #ANY} if none has. */
    int pick(Offer offer, Piece piece) {
        if (choice == Routing.Choice.SHORTEST_QUEUE) {
            return shortest(offer, piece);
        }
        int first = choice == Routing.Choice.FIRST_FREE ? (last + 1) % ways.length : 0;
        for (int i = 0; i < ways.length; i++) {
            int at = (first + i) % ways.length;
            if (admitted[at] && offer.couldGo(at, piece)) {
                return at;
            }
        }
        return ANY;
    }

    /** Notes which way was gone, for the choices that take turns. */
    void onGone(int way) {
        last = way;
    }

    /** Shares of links that the piece does not fit count for nothing; if none is left it waits for the first it fits. */
    private int draw(double[] parts, double u) {
        double sum = 0;
        for (int i = 0; i < parts.length; i++) {
            sum += admitted[i] ? parts[i] : 0;
        }
        double left = u * sum;
        int way = ANY;
        for (int i = 0; i < parts.length; i++) {
            if (admitted[i] && parts[i] > 0) {
                way = i;
                left -= parts[i];
                if (left < 0) {
                    return i;
                }
            }
        }
        return way;
    }

    private int next() {
        for (int i = 1; i <= ways.length; i++) {
            int way = (last + i) % ways.length;
            if (admitted[way]) {
                last = way;
                return way;
            }
        }
        return ANY;
    }

    /** Where all queues are full it waits for whichever has room first: nobody waits for one while another is free. */
    private int shortest(Offer offer, Piece piece) {
        int best = ANY;
        for (int i = 0; i < ways.length; i++) {
            if (admitted[i] && (best == ANY || ways[i].taker().pressure() < ways[best].taker().pressure()) && offer.couldGo(i, piece)) {
                best = i;
            }
        }
        return best;
    }

    private int named(Piece piece) {
        assert formula != null : "a choice by formula has one";
        int known = wayOfType[piece.type];
        if (known != ANY) {
            return known;
        }
        String name = scope.evaluate(formula, piece, formula::asText);
        for (int i = 0; i < ways.length; i++) {
            if (links.get(i).to().equals(name)) {
                wayOfType[piece.type] = formula.isOfTypeAlone() ? i : ANY;
                return i;
            }
        }
        throw scope.problem(new FormulaException("Its way out \u201c" + formula.text() + "\u201d names \u201c" + name
                + "\u201d, but no link leads there: link it, or change the formula"), piece);
    }
}
