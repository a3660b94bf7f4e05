/**
 * What hall cranes are: bridge, gantry and jib cranes, the runway that those of a group share, how each comes over a place, with what it grips, how they move, and
 * how high loads are lifted over what stands below. Nothing here moves: see {@link rhombic.plant.crane}.
 */
@NullMarked
package rhombic.study.crane;

import org.jspecify.annotations.NullMarked;
