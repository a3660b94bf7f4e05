package rhombic.study.check;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;

/** Circles in a directed graph: its strongly connected components that one can go round in. */
final class Circles {
    /*
     * Tarjan (1972), with an explicit stack so that a line of any length cannot overflow ours.
     * Time and memory grow with nodes plus edges.
     */
    private final Set<String> nodes;
    private final Function<String, List<String>> next;
    private final Map<String, Integer> index = new HashMap<>();
    private final Map<String, Integer> low = new HashMap<>();
    private final Deque<String> path = new ArrayDeque<>();
    private final Set<String> onPath = new HashSet<>();
    private final List<List<String>> found = new ArrayList<>();

    private record Frame(String node, Iterator<String> edges) {}

    private Circles(Set<String> nodes, Function<String, List<String>> next) {
        this.nodes = nodes;
        this.next = next;
    }

    static List<List<String>> in(Collection<String> nodes, Function<String, List<String>> next) {
        Circles circles = new Circles(new TreeSet<>(nodes), next);
        circles.nodes.forEach(node -> {
            if (!circles.index.containsKey(node)) {
                circles.explore(node);
            }
        });
        return circles.found;
    }

    private void explore(String start) {
        Deque<Frame> frames = new ArrayDeque<>();
        frames.push(enter(start));
        while (!frames.isEmpty()) {
            Frame frame = frames.peek();
            if (frame.edges.hasNext()) {
                String to = frame.edges.next();
                if (!nodes.contains(to)) {
                    continue;
                }
                if (!index.containsKey(to)) {
                    frames.push(enter(to));
                } else if (onPath.contains(to)) {
                    low.merge(frame.node, index.get(to), Math::min);
                }
            } else {
                frames.pop();
                leave(frame.node);
                if (!frames.isEmpty()) {
                    low.merge(frames.peek().node, low.get(frame.node), Math::min);
                }
            }
        }
    }

    private Frame enter(String node) {
        index.put(node, index.size());
        low.put(node, index.get(node));
        path.push(node);
        onPath.add(node);
        return new Frame(node, next.apply(node).iterator());
    }

    private void leave(String node) {
        if (!Objects.equals(low.get(node), index.get(node))) {
            return;
        }
        List<String> component = new ArrayList<>();
        String member;
        do {
            member = path.pop();
            onPath.remove(member);
            component.add(0, member);
        } while (!member.equals(node));
        if (component.size() > 1 || next.apply(node).contains(node)) {
            found.add(component);
        }
    }
}
