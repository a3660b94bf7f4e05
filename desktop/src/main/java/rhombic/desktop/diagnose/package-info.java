/** Diagnose: findings with their evidence, leverage, the board of charts, journeys of pieces, and the tables. */
@NullMarked
package rhombic.desktop.diagnose;

import org.jspecify.annotations.NullMarked;
