/**
 * Many runs: replications in parallel, what they say together, and how far that can be trusted.
 */
@NullMarked
package rhombic.experiment;

import org.jspecify.annotations.NullMarked;
