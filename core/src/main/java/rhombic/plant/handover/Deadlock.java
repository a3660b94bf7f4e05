package rhombic.plant.handover;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import rhombic.measure.DeadlockFigures;

/** Finds circles of equipment in which each waits for the next, for good. */
final class Deadlock {
    /*
     * Equipment can get on if something goes on in it by itself, if one of its pieces may go to equipment that can get on,
     * or if it waits for pieces from such. What is left when that has been followed as far as it goes stands still; it is
     * told if it is, or waits for, a circle. Gates that are shut count as getting on: whoever shut them may open them.
     * Errs on the side of silence: a wait that only looks as if it could end is not told. Takes time in proportion to
     * equipment and waits.
     */
    private final List<Node> nodes;
    /** The takers that each offer waits for; one of them is enough. */
    private final Map<Offer, List<Node>> waits = new LinkedHashMap<>();
    private final Map<Node, List<Offer>> offersOf = new HashMap<>();
    private final Map<Node, Set<Node>> giversOf = new HashMap<>();
    private final Set<Node> alive = new HashSet<>();

    Deadlock(List<Node> nodes, Collection<Passage> passages) {
        this.nodes = nodes;
        for (Node taker : nodes) {
            taker.line.forEach(entry -> {
                if (entry.offer.giver instanceof Node giver) {
                    if (!waits.containsKey(entry.offer)) {
                        offersOf.computeIfAbsent(giver, key -> new ArrayList<>()).add(entry.offer);
                    }
                    waits.computeIfAbsent(entry.offer, key -> new ArrayList<>()).add(taker);
                }
            });
        }
        for (Node node : nodes) {
            if (!(node instanceof IdleNode)) {
                for (Way way : node.outgoingLinks().ways) {
                    giversOf.computeIfAbsent(way.taker(), key -> new LinkedHashSet<>()).add(node);
                }
            }
        }
        for (Passage passage : passages) {
            if (passage.tally.onTheWay() > 0 && !passage.isStuck()) {
                alive.add(passage.taker());
            }
            passage.beingFetched().filter(offer -> offer.giver instanceof Node).forEach(offer -> alive.add((Node) offer.giver));
        }
    }

    DeadlockFigures figures() {
        if (waits.isEmpty()) {
            return DeadlockFigures.NONE;
        }
        boolean more = true;
        while (more) {
            more = false;
            for (Node node : nodes) {
                if (!alive.contains(node) && canProceed(node)) {
                    more = alive.add(node);
                }
            }
        }
        List<Node> deadlock = deadlock();
        if (deadlock.isEmpty()) {
            return DeadlockFigures.NONE;
        }
        long since = deadlock.stream().mapToLong(node -> node.touchedNanos).max().orElse(0);
        return new DeadlockFigures(since / 1e9, deadlock.stream().map(Node::name).toList(),
                deadlock.stream().map(node -> reason(node, deadlock)).toList());
    }

    private boolean canProceed(Node node) {
        if (node.isAtWork() || node.isInletHeld() || node.isOutletHeld()) {
            return true;
        }
        List<Offer> offers = offersOf.getOrDefault(node, List.of());
        for (Offer offer : offers) {
            if (waits.getOrDefault(offer, List.of()).stream().anyMatch(alive::contains)) {
                return true;
            }
        }
        if (!offers.isEmpty()) {
            return false;
        }
        return node.isEmpty() || node.isWaitingForMore() && giversOf.getOrDefault(node, Set.of()).stream().anyMatch(alive::contains);
    }

    /** Whom a node that stands still waits for. */
    private List<Node> waitsFor(Node node) {
        List<Node> others = new ArrayList<>();
        offersOf.getOrDefault(node, List.of()).forEach(offer -> others.addAll(waits.getOrDefault(offer, List.of())));
        if (others.isEmpty() && node.isWaitingForMore()) {
            giversOf.getOrDefault(node, Set.of()).stream().filter(giver -> offersOf.containsKey(giver)).forEach(others::add);
        }
        return others.stream().filter(other -> !alive.contains(other)).distinct().toList();
    }

    /** The first circle, in the order of its waits; empty if there is none. */
    private List<Node> deadlock() {
        Set<Node> done = new HashSet<>();
        for (Node start : nodes) {
            if (alive.contains(start) || done.contains(start)) {
                continue;
            }
            Deque<Node> path = new ArrayDeque<>();
            Node at = start;
            while (at != null && !done.contains(at)) {
                if (path.contains(at)) {
                    List<Node> deadlock = new ArrayList<>();
                    for (Node member : path.reversed()) {
                        if (!deadlock.isEmpty() || member == at) {
                            deadlock.add(member);
                        }
                    }
                    return deadlock;
                }
                path.push(at);
                List<Node> next = waitsFor(at);
                at = next.isEmpty() ? null : next.getFirst();
            }
            done.addAll(path);
        }
        return List.of();
    }

    private String reason(Node node, List<Node> deadlock) {
        Node next = deadlock.get((deadlock.indexOf(node) + 1) % deadlock.size());
        boolean forRoom = offersOf.containsKey(node);
        return node.name() + (forRoom ? " waits for room at " : " waits for pieces from ") + next.name();
    }
}
