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
import java.util.Objects;
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
    private final List<Part> parts;
    /** The takers that each offer waits for; one of them is enough. */
    private final Map<Offer, List<Part>> waits = new LinkedHashMap<>();
    private final Map<Part, List<Offer>> offersOf = new HashMap<>();
    private final Map<Part, Set<Part>> giversOf = new HashMap<>();
    private final Set<Part> alive = new HashSet<>();

    Deadlock(List<Part> parts, Collection<Passage> passages) {
        this.parts = parts;
        for (Part taker : parts) {
            Taker takes = taker.taker();
            if (takes == null) {
                continue;
            }
            takes.line.forEach(entry -> {
                Part giver = entry.offer.giver.part();
                if (giver != null) {
                    if (!waits.containsKey(entry.offer)) {
                        offersOf.computeIfAbsent(giver, key -> new ArrayList<>()).add(entry.offer);
                    }
                    waits.computeIfAbsent(entry.offer, key -> new ArrayList<>()).add(taker);
                }
            });
        }
        for (Part part : parts) {
            part.waysTo().forEach(way -> giversOf.computeIfAbsent(way.taker().part, key -> new LinkedHashSet<>()).add(part));
        }
        for (Passage passage : passages) {
            if (passage.tally.onTheWay() > 0 && !passage.isStuck()) {
                alive.add(passage.taker().part);
            }
            passage.beingFetched().map(offer -> offer.giver.part()).filter(Objects::nonNull).forEach(alive::add);
        }
    }

    DeadlockFigures figures() {
        if (waits.isEmpty()) {
            return DeadlockFigures.NONE;
        }
        boolean more = true;
        while (more) {
            more = false;
            for (Part part : parts) {
                if (!alive.contains(part) && canProceed(part)) {
                    more = alive.add(part);
                }
            }
        }
        List<Part> deadlock = deadlock();
        if (deadlock.isEmpty()) {
            return DeadlockFigures.NONE;
        }
        long since = deadlock.stream().mapToLong(part -> part.touchedNanos).max().orElse(0);
        return new DeadlockFigures(since / 1e9, deadlock.stream().map(Part::name).toList(),
                deadlock.stream().map(part -> reason(part, deadlock)).toList());
    }

    private boolean canProceed(Part part) {
        if (part.isAtWork() || part.isInletHeld() || part.isOutletHeld()) {
            return true;
        }
        List<Offer> offers = offersOf.getOrDefault(part, List.of());
        for (Offer offer : offers) {
            if (waits.getOrDefault(offer, List.of()).stream().anyMatch(alive::contains)) {
                return true;
            }
        }
        if (!offers.isEmpty()) {
            return false;
        }
        return part.isEmpty() || part.isWaitingForMore() && giversOf.getOrDefault(part, Set.of()).stream().anyMatch(alive::contains);
    }

    /** Whom a part that stands still waits for. */
    private List<Part> waitsFor(Part part) {
        List<Part> others = new ArrayList<>();
        offersOf.getOrDefault(part, List.of()).forEach(offer -> others.addAll(waits.getOrDefault(offer, List.of())));
        if (others.isEmpty() && part.isWaitingForMore()) {
            giversOf.getOrDefault(part, Set.of()).stream().filter(giver -> offersOf.containsKey(giver)).forEach(others::add);
        }
        return others.stream().filter(other -> !alive.contains(other)).distinct().toList();
    }

    /** The first circle, in the order of its waits; empty if there is none. */
    private List<Part> deadlock() {
        Set<Part> done = new HashSet<>();
        for (Part start : parts) {
            if (alive.contains(start) || done.contains(start)) {
                continue;
            }
            Deque<Part> path = new ArrayDeque<>();
            Part at = start;
            while (at != null && !done.contains(at)) {
                if (path.contains(at)) {
                    List<Part> deadlock = new ArrayList<>();
                    for (Part member : path.reversed()) {
                        if (!deadlock.isEmpty() || member == at) {
                            deadlock.add(member);
                        }
                    }
                    return deadlock;
                }
                path.push(at);
                List<Part> next = waitsFor(at);
                at = next.isEmpty() ? null : next.getFirst();
            }
            done.addAll(path);
        }
        return List.of();
    }

    private String reason(Part part, List<Part> deadlock) {
        Part next = deadlock.get((deadlock.indexOf(part) + 1) % deadlock.size());
        boolean forRoom = offersOf.containsKey(part);
        return part.name() + (forRoom ? " waits for room at " : " waits for pieces from ") + next.name();
    }
}
