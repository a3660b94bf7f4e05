/**
 * Reports to hand on, as HTML and as PDF. Both are made of the same document: what it says is put together once, how it looks is for
 * each writer.
 */
@NullMarked
package rhombic.formats.report;

import org.jspecify.annotations.NullMarked;
