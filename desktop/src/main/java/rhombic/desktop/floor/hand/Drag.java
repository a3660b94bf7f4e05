package rhombic.desktop.floor.hand;

import javafx.scene.input.KeyEvent;

/** Something that is dragged with the button down. */
interface Drag {
    /** What a key did to it. */
    enum Key {
        NOT_MINE, TAKEN, ENDS
    }

    /** Shows what it would lead to if it ended there. */
    void show(double x, double y);

    /** @param more whether it adds to what is selected */
    void release(double x, double y, boolean more);

    default Key key(KeyEvent e, double x, double y) {
        return Key.NOT_MINE;
    }
}
