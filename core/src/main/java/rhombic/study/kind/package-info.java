/**
 * The kinds of elements, each a record of one branch (equipment, resource group, area; those of the site are in {@code study.site}), and how each is declared: its word, its fields and its size.
 *
 * <p>What reads, writes, compares and renames elements follows from the declaration.
 */
@NullMarked
package rhombic.study.kind;

import org.jspecify.annotations.NullMarked;
