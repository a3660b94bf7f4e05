package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import javafx.geometry.Rectangle2D;
import org.jspecify.annotations.Nullable;

/**
 * Finds room for labels over their elements, clear of each other and of bodies: of all bodies if that is possible, in
 * the largest of its forms that has room; else, if its smallest form is small, that keeps clear of those in front. What has none is
 * left out, unless it must be seen.
 */
final class LabelPlacement {
    /** Steps upwards that a label may stand above its element. */
    private static final int MAX_LIFTS = 6;
    private static final double STEP_PIXELS = 15;
    /** Parts of its width by which a label may stand to the side. */
    private static final double[] ASIDE = {0, 0.42, -0.42, 0.8, -0.8};
    private static final double GAP_PIXELS = 1;
    /** No wider than this a label may stand over a body that is behind its own. */
    private static final double SMALL_PIXELS = 24;
    /** Along the upper edge stand the views and the keys. */
    private static final double BAR_PIXELS = 32;

    /**
     * A label that wants room.
     *
     * @param x pixel over which it stands; the same for y
     * @param rank those with the least find room first
     * @param forms in which it can be written, the largest first; one that must be seen keeps its first
     * @param owner whose label it is
     */
    record Wanted(double x, double y, double depth, int rank, List<Size> forms, boolean mustBeSeen, int owner) {
        Wanted {
            forms = List.copyOf(forms);
        }
    }

    record Size(double width, double height) {}

    /** @param form index of the form there is room for */
    record Found(Rectangle2D box, int form) {}

    /**
     * A body, or a part of one, as it is seen.
     *
     * @param outline convex, in pixels, as x, y, x, y …; of less than three corners if it is not seen
     * @param owner whose body it is
     */
    record Obstacle(double[] outline, double depth, int owner) {
        boolean isMeeting(double x0, double y0, double x1, double y1) {
            double lowX = Double.MAX_VALUE;
            double lowY = Double.MAX_VALUE;
            double highX = -Double.MAX_VALUE;
            double highY = -Double.MAX_VALUE;
            for (int i = 0; i < outline.length; i += 2) {
                lowX = Math.min(lowX, outline[i]);
                highX = Math.max(highX, outline[i]);
                lowY = Math.min(lowY, outline[i + 1]);
                highY = Math.max(highY, outline[i + 1]);
            }
            if (outline.length < 6 || lowX >= x1 || highX <= x0 || lowY >= y1 || highY <= y0) {
                return false;
            }
            // Two convex figures are apart if a line along a side of one of them parts them.
            for (int i = 0; i < outline.length; i += 2) {
                int j = (i + 2) % outline.length;
                double nx = outline[j + 1] - outline[i + 1];
                double ny = outline[i] - outline[j];
                double side = nx * outline[i] + ny * outline[i + 1];
                double min = nx * (nx > 0 ? x0 : x1) + ny * (ny > 0 ? y0 : y1);
                double max = nx * (nx > 0 ? x1 : x0) + ny * (ny > 0 ? y1 : y0);
                boolean isInsideBelow = insideIsBelow(nx, ny, side);
                if (isInsideBelow ? min >= side : max <= side) {
                    return false;
                }
            }
            return true;
        }

        private boolean insideIsBelow(double nx, double ny, double side) {
            double sum = 0;
            for (int i = 0; i < outline.length; i += 2) {
                sum += nx * outline[i] + ny * outline[i + 1] - side;
            }
            return sum < 0;
        }

        /** The outline of points as a hand would draw it round them (Andrew 1979). */
        static Obstacle around(List<Viewpoint.Pixel> points, double depth, int owner) {
            List<Viewpoint.Pixel> sorted = points.stream()
                    .sorted(Comparator.comparingDouble(Viewpoint.Pixel::x).thenComparingDouble(Viewpoint.Pixel::y)).toList();
            List<Viewpoint.Pixel> hull = new ArrayList<>(half(sorted));
            hull.addAll(half(sorted.reversed()));
            double[] outline = new double[hull.size() * 2];
            for (int i = 0; i < hull.size(); i++) {
                outline[2 * i] = hull.get(i).x();
                outline[2 * i + 1] = hull.get(i).y();
            }
            return new Obstacle(outline, depth, owner);
        }

        /** One side of the outline without its last point. */
        private static List<Viewpoint.Pixel> half(List<Viewpoint.Pixel> sorted) {
            List<Viewpoint.Pixel> side = new ArrayList<>();
            for (Viewpoint.Pixel p : sorted) {
                while (side.size() > 1 && turn(side.get(side.size() - 2), side.getLast(), p) <= 0) {
                    side.removeLast();
                }
                side.add(p);
            }
            side.removeLast();
            return side;
        }

        private static double turn(Viewpoint.Pixel a, Viewpoint.Pixel b, Viewpoint.Pixel c) {
            return (b.x() - a.x()) * (c.y() - a.y()) - (b.y() - a.y()) * (c.x() - a.x());
        }
    }

    private final List<Obstacle> bodies;
    private final double viewWidth;
    private final double viewHeight;
    private final List<Rectangle2D> taken = new ArrayList<>();

    LabelPlacement(List<Obstacle> bodies, double viewWidth, double viewHeight) {
        this.bodies = bodies;
        this.viewWidth = viewWidth;
        this.viewHeight = viewHeight;
    }

    /** Where each goes, in the order in which they are given; null where there is no room. */
    List<@Nullable Found> find(List<Wanted> wanted) {
        @Nullable
        Found[] found = new Found[wanted.size()];
        List<Integer> order = new ArrayList<>();
        for (int i = 0; i < found.length; i++) {
            order.add(i);
        }
        order.sort(Comparator.comparingInt((Integer i) -> wanted.get(i).rank).thenComparingDouble(i -> wanted.get(i).depth));
        for (int i : order) {
            Found place = find(wanted.get(i));
            if (place != null) {
                taken.add(place.box);
                found[i] = place;
            }
        }
        return Arrays.asList(found);
    }

    private @Nullable Found find(Wanted label) {
        int last = label.mustBeSeen ? 0 : label.forms.size() - 1;
        for (int form = 0; form <= last; form++) {
            Rectangle2D box = free(label, label.forms.get(form), true);
            if (box != null) {
                return new Found(box, form);
            }
        }
        Rectangle2D over = label.forms.get(last).width <= SMALL_PIXELS ? free(label, label.forms.get(last), false) : null;
        if (over != null) {
            return new Found(over, last);
        }
        return label.mustBeSeen ? new Found(inView(box(label, label.forms.getFirst(), 0, 0)), 0) : null;
    }

    private @Nullable Rectangle2D free(Wanted label, Size size, boolean ofAllBodies) {
        for (int lift = 0; lift < MAX_LIFTS; lift++) {
            for (double aside : ASIDE) {
                Rectangle2D box = box(label, size, lift, aside);
                if (isFree(box, label, ofAllBodies)) {
                    return box;
                }
            }
        }
        return null;
    }

    /** Wholly to be seen, if the view is large enough, and below the bar. */
    private Rectangle2D inView(Rectangle2D box) {
        return new Rectangle2D(Math.max(0, Math.min(box.getMinX(), viewWidth - box.getWidth())),
                Math.max(BAR_PIXELS, Math.min(box.getMinY(), viewHeight - box.getHeight())), box.getWidth(), box.getHeight());
    }

    private static Rectangle2D box(Wanted label, Size size, int lift, double aside) {
        return new Rectangle2D(Math.rint(label.x - size.width / 2 + aside * size.width),
                Math.rint(label.y - size.height - lift * STEP_PIXELS),
                size.width, size.height);
    }

    private boolean isFree(Rectangle2D box, Wanted label, boolean ofAllBodies) {
        if (box.getMinX() < 0 || box.getMinY() < BAR_PIXELS || box.getMaxX() > viewWidth || box.getMaxY() > viewHeight) {
            return false;
        }
        for (Rectangle2D other : taken) {
            if (box.getMinX() < other.getMaxX() + GAP_PIXELS && other.getMinX() < box.getMaxX() + GAP_PIXELS
                    && box.getMinY() < other.getMaxY() + GAP_PIXELS && other.getMinY() < box.getMaxY() + GAP_PIXELS) {
                return false;
            }
        }
        for (Obstacle body : bodies) {
            boolean counts = ofAllBodies || body.owner == label.owner || body.depth < label.depth;
            if (counts && body.isMeeting(box.getMinX(), box.getMinY(), box.getMaxX(), box.getMaxY())) {
                return false;
            }
        }
        return true;
    }
}
