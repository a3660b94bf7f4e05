/**
 * What hall cranes are: bridge cranes and gantry cranes, the runway that those of a group share, how they move, and how high loads are lifted over what stands
 * below. Nothing here moves: see {@link rhombic.plant.crane}.
 */
@NullMarked
package rhombic.study.crane;

import org.jspecify.annotations.NullMarked;
