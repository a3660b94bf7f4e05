/**
 * Differences between studies as data: a change can be applied, undone, stored, compared and said in words.
 *
 * <p>An {@link rhombic.study.change.Address} names one value. {@link rhombic.study.change.Changes#between} finds the changes
 * that lead from one study to another; edits, remedies, levels of factors, overrides and alternatives are lists of them.
 */
@NullMarked
package rhombic.study.change;

import org.jspecify.annotations.NullMarked;
