/** What elements look like: the bodies of equipment, people and pieces as meshes, and the colours and patterns of states. */
@NullMarked
package rhombic.desktop.floor.body;

import org.jspecify.annotations.NullMarked;
