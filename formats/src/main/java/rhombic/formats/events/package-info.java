/** Event logs in an open standard. */
@NullMarked
package rhombic.formats.events;

import org.jspecify.annotations.NullMarked;
