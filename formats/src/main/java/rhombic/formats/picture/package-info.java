/** Drawings as files. */
@NullMarked
package rhombic.formats.picture;

import org.jspecify.annotations.NullMarked;
