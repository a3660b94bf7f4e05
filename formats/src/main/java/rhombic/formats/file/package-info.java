/**
 * Files that are never half written, and the journal of unsaved work.
 */
@NullMarked
package rhombic.formats.file;

import org.jspecify.annotations.NullMarked;
