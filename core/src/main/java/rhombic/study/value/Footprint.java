package rhombic.study.value;

/** The room that equipment takes, before it is turned: along the flow, across it, and up. */
public record Footprint(double lengthMetres, double widthMetres, double heightMetres) {}
