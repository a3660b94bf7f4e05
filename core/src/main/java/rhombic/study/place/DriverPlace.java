package rhombic.study.place;

import rhombic.space.Pose;

/**
 * Where who drives something is.
 *
 * @param offset from the pose of what is driven; of a crane, from that of its trolley on the floor
 * @param sits whether he sits there; else he stands
 * @param ground where he gets up and down, from the pose of what is driven
 */
public record DriverPlace(Pose offset, boolean sits, Pose ground) {}
