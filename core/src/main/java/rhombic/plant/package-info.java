/**
 * A plant built from a study: runs once and is thrown away. Its rooms, each of which knows only those before it:
 *
 * <ol>
 * <li>{@code piece}, {@code activity}, {@code resource}: pieces and their order; what takes time and may be held; who does which job.
 * {@code blueprint}: what all runs have in common.
 * <li>{@code run}: what all parts of one run share.
 * <li>{@code maintenance}: what breaks and when there is work. {@code staff}: its people.
 * <li>{@code handover}: how pieces go from one equipment to the next.
 * <li>{@code work}, {@code convey}, {@code goods}: the kinds of equipment.
 * <li>{@code rules}: what the study has happen besides.
 * <li>here: all of it together.
 * </ol>
 */
@NullMarked
package rhombic.plant;

import org.jspecify.annotations.NullMarked;
