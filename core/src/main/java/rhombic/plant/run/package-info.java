/**
 * What all parts of one run of a plant share: its clock and draws, its records, what is in it ({@link rhombic.plant.run.Census})
 * and what has yet to be done at this instant ({@link rhombic.plant.run.Run#settle}). Knows no equipment and no people.
 *
 * <p>What follows at the same instant is not called but put on the agenda, so the depth of the stack does not grow with the length
 * of a line, and a circle in which no time passes is found. At each instant come first what was to be done afterwards, then the
 * agenda in its order, then those who wait for the end of the instant, then people are given out; whatever one of them brings about
 * begins the list anew.
 */
@NullMarked
package rhombic.plant.run;

import org.jspecify.annotations.NullMarked;
