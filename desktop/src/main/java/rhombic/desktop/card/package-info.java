/** The job card as it is seen and typed into: the sentences of {@link rhombic.desktop.card.sentences}, and the editors of their values. */
@NullMarked
package rhombic.desktop.card;

import org.jspecify.annotations.NullMarked;
