/**
 * Results as JSON and CSV, described in {@code docs/results.md}.
 */
@NullMarked
package rhombic.formats.results;

import org.jspecify.annotations.NullMarked;
