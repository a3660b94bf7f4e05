package rhombic.measure;

import java.io.Serializable;
import java.util.Arrays;

/**
 * How much of a skill was asked for.
 *
 * @param neededByHour people busy with what asked for it, walking included, on average in each hour of the day, from midnight;
 *     NaN for hours in which nothing was measured
 * @param jobsByHour jobs and trips begun in each hour of the day, for each hour measured; NaN as above
 * @param waitMean how long what asked for it waited until somebody was there, in seconds
 * @param response the same with percentiles
 */
public record SkillFigures(String name, double[] neededByHour, double[] jobsByHour, long jobs, double waitMean,
        StayFigures response) implements Serializable {
    @Override
    public boolean equals(Object other) {
        return other instanceof SkillFigures that && name.equals(that.name) && Arrays.equals(neededByHour, that.neededByHour)
                && Arrays.equals(jobsByHour, that.jobsByHour)
                && jobs == that.jobs && Double.compare(waitMean, that.waitMean) == 0 && response.equals(that.response);
    }

    @Override
    public int hashCode() {
        return name.hashCode();
    }
}
