package rhombic.scene;

import java.util.List;
import rhombic.study.value.PieceType;

/** Lengths, widths and heights of all piece types, in metres. */
final class PieceSizes {
    /** Between pieces that lie beside or on one another. */
    static final double GAP_METRES = 0.02;

    private final double[] lengths;
    private final double[] widths;
    private final double[] heights;

    PieceSizes(List<PieceType> types) {
        lengths = types.stream().mapToDouble(type -> type.length().inBaseUnit()).toArray();
        widths = types.stream().mapToDouble(type -> type.width().inBaseUnit()).toArray();
        heights = types.stream().mapToDouble(type -> type.height().inBaseUnit()).toArray();
    }

    double length(int type) {
        return lengths[type];
    }

    double width(int type) {
        return widths[type];
    }

    double height(int type) {
        return heights[type];
    }

    /** How high each of a stack of them adds. */
    double stack(int type) {
        return heights[type] + GAP_METRES;
    }
}
