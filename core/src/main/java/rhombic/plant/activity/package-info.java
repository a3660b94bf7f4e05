/**
 * What takes time and may be interrupted, and what holds it back.
 *
 * <p>An {@link rhombic.plant.activity.Activity} books its parts of time when they pass, so that a warm-up or the end of the
 * run cuts them exactly, and goes on with its remaining time after an interruption. {@link rhombic.plant.activity.Holds}
 * counts the reasons for which something is held back; it goes on when the last of them is gone.
 */
@NullMarked
package rhombic.plant.activity;

import org.jspecify.annotations.NullMarked;
