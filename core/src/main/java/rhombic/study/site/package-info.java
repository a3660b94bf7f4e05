/**
 * What a site consists of, apart from what works in it: aisles, walls, fences and columns, and how they are declared as kinds.
 */
@NullMarked
package rhombic.study.site;

import org.jspecify.annotations.NullMarked;
