/**
 * What the sentences of a job card consist of, and how what is typed into them is read: values only, without a toolkit.
 */
@NullMarked
package rhombic.desktop.card.text;

import org.jspecify.annotations.NullMarked;
