package rhombic.measure;

import java.io.Serializable;

/**
 * How much one aisle was used, after the warm-up. A trip counts when it ends, with all of it that lay on the aisle.
 *
 * @param passes how often somebody went along it, all of it or a part
 * @param metres gone along it in all
 */
public record AisleFigures(String name, long passes, double metres) implements Serializable {}
