package rhombic.desktop.floor.hand;

import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;

/** What the left button and the keys do on the floor. One is in hand at a time; the floor knows nothing of the others. */
interface Tool {
    void press(MouseEvent e);

    /** The pointer moves, with the button down or not. */
    void drag(MouseEvent e);

    default void release(MouseEvent e) {}

    /**
     * A key while the floor has the focus.
     *
     * @param x where the pointer was last, in pixels of the floor
     * @return whether it was one of its own
     */
    default boolean key(KeyEvent e, double x, double y) {
        return false;
    }

    /** Another tool is taken in hand: what is whole so far stays. */
    default void giveWay() {}

    /** Ends what it is amid, and takes away what it shows. */
    default void cancel() {}

    /** What the next click does, with the keys; it stands at the pointer. Empty: nothing that must be said. */
    String hint();

    /** Whether letters and digits are its own now, such as a length that is typed. */
    default boolean takesKeys() {
        return false;
    }
}
