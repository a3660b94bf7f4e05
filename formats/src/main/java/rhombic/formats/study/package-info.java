/**
 * The study file: JSON as in {@code docs/study.schema.json}, read with every problem named by its place, and written
 * so that what was written reads as the same study.
 */
@NullMarked
package rhombic.formats.study;

import org.jspecify.annotations.NullMarked;
