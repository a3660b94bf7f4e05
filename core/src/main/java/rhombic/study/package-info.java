/**
 * What a plant is: a study as a value, and the check that says what is wrong or missing in it.
 *
 * <p>An edit makes a new {@link rhombic.study.Study}; nothing that runs can change one.
 */
@NullMarked
package rhombic.study;

import org.jspecify.annotations.NullMarked;
