/** What several rooms of the window are made of: charts, captions, buttons. */
@NullMarked
package rhombic.desktop.parts;

import org.jspecify.annotations.NullMarked;
