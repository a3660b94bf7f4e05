/**
 * A study as runs and pictures see it: cells expanded, names resolved to paths, and every element, link, rule and person with a number.
 * Only these numbers are used by plant, trace, scene and figures; from each a way leads back to what can be edited.
 */
@NullMarked
package rhombic.study.unfold;

import org.jspecify.annotations.NullMarked;
