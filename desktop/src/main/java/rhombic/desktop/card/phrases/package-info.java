/**
 * Sentences that the cards of several kinds say: when somebody is there, what breaks, who is needed, how long something takes, where pieces go and who carries them, by
 * which rules a group goes. They know no kind but what they are about.
 */
@NullMarked
package rhombic.desktop.card.phrases;

import org.jspecify.annotations.NullMarked;
