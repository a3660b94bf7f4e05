/**
 * Where people and vehicles can travel in a study, as geometry: the net of its aisles ({@link rhombic.study.way.AisleNet}), and the floor between
 * what stands on it ({@link rhombic.study.way.OpenFloor}). Vehicles that share aisles have {@link rhombic.study.way.Sections} of the net, one at a time.
 * All of it is built once for a study, never changed, shared by checks, window and all runs.
 *
 * <p>Aisles cross where they meet: where lines intersect, where one ends on another, or within the width of another. Between two crossings, or
 * corners, lies a stretch. The search is over stretches and not over crossings, so that turning can cost time (the line graph of the net: S. Winter,
 * Modeling costs of turns in route planning, GeoInformatica 6, 2002), by A* with the straight way as its bound (P. E. Hart, N. J. Nilsson, B. Raphael,
 * 1968). Round obstacles the shortest way leads from corner to corner of what stands in between, widened by the clearance (T. Lozano-Pérez,
 * M. A. Wesley, Communications of the ACM 22, 1979); which corners see each other is found when it is first asked.
 *
 * <p>Cost: a net of n stretches is built in time n log n; a way in it is found in time n log n at most. From a corner of the floor all others are
 * looked at once, each with the obstacles near the line between them.
 */
@NullMarked
package rhombic.study.way;

import org.jspecify.annotations.NullMarked;
