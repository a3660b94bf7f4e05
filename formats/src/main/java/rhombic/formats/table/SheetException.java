package rhombic.formats.table;

import java.util.List;

/** A table can't be used: says for each fault the row and what is meant. */
public final class SheetException extends Exception {
    private static final int MAX_SHOWN = 8;

    private final List<String> faults;

    public SheetException(List<String> faults) {
        super(String.join("\n", faults.subList(0, Math.min(MAX_SHOWN, faults.size())))
                + (faults.size() > MAX_SHOWN ? "\nand " + (faults.size() - MAX_SHOWN) + " more faults" : ""));
        this.faults = List.copyOf(faults);
    }

    public SheetException(String fault) {
        this(List.of(fault));
    }

    public List<String> faults() {
        return faults;
    }
}
