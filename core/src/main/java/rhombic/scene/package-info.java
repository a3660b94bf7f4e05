/**
 * The pose of everything that is drawn, at any moment of a run: a pure function of study, trace and time.
 *
 * <p>Playing, scrubbing, two floors on one clock, following, film and pictures without a window are this one function. Poses
 * go into arrays, without an object for each. Where a hand-over takes no time, a piece is drawn gliding to its new place for
 * a blink of screen time, which moves nothing in the run.
 */
@NullMarked
package rhombic.scene;

import org.jspecify.annotations.NullMarked;
