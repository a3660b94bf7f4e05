/**
 * What a vehicle of a fleet is: its form, how it drives, what it carries and how long that takes to pick up, what it drives on, and the round that it may make.
 */
@NullMarked
package rhombic.study.fleet;

import org.jspecify.annotations.NullMarked;
