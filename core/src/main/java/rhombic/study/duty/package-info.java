/**
 * When something is there to work, who has to be there with it, and what breaks it.
 *
 * <p>A {@link rhombic.study.duty.Calendar} says when people and equipment are on duty. A {@link rhombic.study.duty.Need} says who
 * must be there for something to be done. A {@link rhombic.study.duty.FailureMode} is one way to break down. {@link
 * rhombic.study.duty.Duty} holds what equipment has of these.
 */
@NullMarked
package rhombic.study.duty;

import org.jspecify.annotations.NullMarked;
