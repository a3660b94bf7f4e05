/**
 * What the window works on: the study with its history, the outlook, the run that is watched. Needs no toolkit.
 */
@NullMarked
package rhombic.desktop.work;

import org.jspecify.annotations.NullMarked;
