package rhombic.study.rack;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.value.Count;
import rhombic.study.value.StudyException;

/**
 * The levels of a rack, from the lowest up, in groups of the same height: {@code 10 x 1.2 m, 2 x 2 m}.
 *
 * @param groups at least one
 */
public record LevelHeights(List<Group> groups) implements Serializable {
    private static final Pattern GROUP = Pattern.compile("\\s*(?:(\\d{1,3})\\s*[x×]\\s*)?([0-9.][^x×]*)");
    private static final int MAX_LEVELS = 60;
    private static final double MIN_METRES = 0.05;
    private static final double MAX_METRES = 20;

    /**
     * Levels of one height.
     *
     * @param levels how many, 1 to 60
     * @param height from one level to the next, 0.05 m to 20 m
     */
    public record Group(int levels, Quantity height) implements Serializable {
        public Group {
            Count.between(1, MAX_LEVELS, "The levels of a rack", levels);
            if (height.unit().dimension() != Dimension.LENGTH
                    || !(height.inBaseUnit() >= MIN_METRES && height.inBaseUnit() <= MAX_METRES)) {
                throw new StudyException("The height of a level must be from 0.05 m to 20 m; got " + height);
            }
        }
    }

    public LevelHeights {
        groups = List.copyOf(groups);
        Count.between(1, MAX_LEVELS, "The levels of a rack", groups.stream().mapToInt(Group::levels).sum());
    }

    public static LevelHeights of(int levels, Quantity height) {
        return new LevelHeights(List.of(new Group(levels, height)));
    }

    /** @throws StudyException if the text says no levels */
    public static LevelHeights parse(String text) {
        List<Group> groups = new ArrayList<>();
        for (String part : text.split(",")) {
            Matcher matcher = GROUP.matcher(part);
            if (!matcher.matches()) {
                throw new StudyException(
                        "Levels read like \u201c10 x 1.2 m, 2 x 2 m\u201d: how many, then how high; got \u201c" + text + "\u201d");
            }
            int levels = matcher.group(1) == null ? 1 : Integer.parseInt(matcher.group(1));
            groups.add(new Group(levels, Quantity.parse(matcher.group(2).trim(), Dimension.LENGTH)));
        }
        return new LevelHeights(groups);
    }

    public String text() {
        return groups.stream().map(group -> group.levels + " x " + group.height).collect(Collectors.joining(", "));
    }

    public int count() {
        return groups.stream().mapToInt(Group::levels).sum();
    }

    /** The height of each level, from the lowest up, in metres. */
    public double[] metres() {
        double[] all = new double[count()];
        int level = 0;
        for (Group group : groups) {
            for (int i = 0; i < group.levels; i++) {
                all[level++] = group.height.inBaseUnit();
            }
        }
        return all;
    }
}
