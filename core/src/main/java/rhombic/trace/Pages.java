package rhombic.trace;

import java.util.Arrays;

/**
 * Rows of whole numbers, so many to a row, in pages. A copy shares all pages; a page is copied only when one of the two
 * writes to it. So a copy costs what changes afterwards, not what is there.
 */
final class Pages {
    private static final int ROWS_BITS = 6;
    private static final int ROWS = 1 << ROWS_BITS;

    private final int width;
    private final int usual;
    private int[][] pages;
    /** Whether a page is this one's alone, and may be written to. */
    private boolean[] own;

    /** @param usual what stands in a row that nobody has written to */
    Pages(int rows, int width, int usual) {
        this.width = width;
        this.usual = usual;
        int count = (rows + ROWS - 1) / ROWS;
        pages = new int[count][];
        own = new boolean[count];
        if (count > 0) {
            Arrays.fill(pages, blank());
        }
    }

    private Pages(Pages other) {
        width = other.width;
        usual = other.usual;
        pages = other.pages.clone();
        own = new boolean[pages.length];
    }

    private int[] blank() {
        int[] page = new int[ROWS * width];
        Arrays.fill(page, usual);
        return page;
    }

    /** Both go on apart from here. */
    Pages copy() {
        Arrays.fill(own, false);
        return new Pages(this);
    }

    int get(int row, int column) {
        return pages[row >> ROWS_BITS][at(row) + column];
    }

    long getLong(int row, int column) {
        return longAt(pages[row >> ROWS_BITS], at(row) + column);
    }

    double getDouble(int row, int column) {
        return Double.longBitsToDouble(getLong(row, column));
    }

    void set(int row, int column, int value) {
        writable(row)[at(row) + column] = value;
    }

    void setLong(int row, int column, long value) {
        put(writable(row), at(row) + column, value);
    }

    void setDouble(int row, int column, double value) {
        setLong(row, column, Double.doubleToRawLongBits(value));
    }

    void add(int row, int column, int by) {
        writable(row)[at(row) + column] += by;
    }

    void addLong(int row, int column, long by) {
        add(writable(row), at(row) + column, by);
    }

    // Where several columns of a row are written, the page is looked up once.

    /** The page of the row, to be written to until the next copy is made; the row begins in it {@link #at} its place. */
    int[] writable(int row) {
        int page = row >> ROWS_BITS;
        if (page >= pages.length) {
            grow(page);
        }
        if (!own[page]) {
            pages[page] = pages[page].clone();
            own[page] = true;
        }
        return pages[page];
    }

    /** Where the row begins in its page. */
    int at(int row) {
        return (row & ROWS - 1) * width;
    }

    static void put(int[] page, int at, long value) {
        page[at] = (int) value;
        page[at + 1] = (int) (value >>> 32);
    }

    static void put(int[] page, int at, double value) {
        put(page, at, Double.doubleToRawLongBits(value));
    }

    static long longAt(int[] page, int at) {
        return (long) page[at + 1] << 32 | page[at] & 0xffffffffL;
    }

    static void add(int[] page, int at, long by) {
        put(page, at, longAt(page, at) + by);
    }

    private void grow(int page) {
        int before = pages.length;
        int count = Math.max(page + 1, before * 2);
        pages = Arrays.copyOf(pages, count);
        own = Arrays.copyOf(own, count);
        Arrays.fill(pages, before, count, blank());
    }
}
