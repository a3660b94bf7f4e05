/**
 * The job card: what a thing does, in sentences whose values can be edited.
 */
@NullMarked
package rhombic.desktop.card;

import org.jspecify.annotations.NullMarked;
