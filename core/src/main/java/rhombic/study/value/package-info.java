/**
 * The small values that a study is made of: names, attributes, times, piece types, tables, states. Each checks itself
 * and says the rule that it keeps; none knows equipment.
 */
@NullMarked
package rhombic.study.value;

import org.jspecify.annotations.NullMarked;
