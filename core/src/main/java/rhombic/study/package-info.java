/**
 * What a plant is: a study as a value, and the check that says what is wrong or missing in it.
 *
 * <p>Beside the plant it holds what is compared: alternatives, factors with their levels, sweeps over them and the responses that are
 * looked at ({@link rhombic.study.Comparison}). No run depends on that.
 *
 * <p>An edit makes a new {@link rhombic.study.Study}; nothing that runs can change one.
 */
@NullMarked
package rhombic.study;

import org.jspecify.annotations.NullMarked;
