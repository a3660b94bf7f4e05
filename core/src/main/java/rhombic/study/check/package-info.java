/**
 * What is wrong or missing in a study, each with its place and remedy.
 */
@NullMarked
package rhombic.study.check;

import org.jspecify.annotations.NullMarked;
