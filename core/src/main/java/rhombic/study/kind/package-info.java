/**
 * The kinds of equipment, each a record, and how each is declared: its word, its fields and its size.
 *
 * <p>What reads, writes, compares and renames equipment follows from the declaration.
 */
@NullMarked
package rhombic.study.kind;

import org.jspecify.annotations.NullMarked;
