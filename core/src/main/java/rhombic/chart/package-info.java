/**
 * Charts as drawings that need no toolkit: what a chart is made of goes in, lines, areas and texts with their places come out. The
 * window, SVG files and reports all draw the same.
 *
 * <p>Axes are marked at round numbers (Heckbert 1990, <i>Nice numbers for graph labels</i>).
 */
@NullMarked
package rhombic.chart;

import org.jspecify.annotations.NullMarked;
