/** Compare: the sheet of alternatives, curves over factors, cost beside gain, and the search for the best. */
@NullMarked
package rhombic.desktop.compare;

import org.jspecify.annotations.NullMarked;
