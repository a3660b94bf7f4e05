/**
 * What equipment does, as values that its fields hold: work in operations, what an assembly needs, what comes in when, what an inspection
 * finds. They know no equipment.
 */
@NullMarked
package rhombic.study.work;

import org.jspecify.annotations.NullMarked;
