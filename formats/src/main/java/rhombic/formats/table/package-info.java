/**
 * Tables from outside, CSV or spreadsheet, as text with the place of every row; and what a study makes of them.
 */
@NullMarked
package rhombic.formats.table;

import org.jspecify.annotations.NullMarked;
