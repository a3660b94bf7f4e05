package rhombic.desktop.frame;

import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ComboBoxBase;
import javafx.scene.control.ListView;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import rhombic.desktop.floor.hand.FloorGestures;
import rhombic.desktop.watch.TransportBar;

/** What each key does in the window; keys typed into a text are left alone. */
record Keyboard(MainWindow window, Editing editing, StudyFiles files, FloorGestures gestures, TransportBar transport) {
    void press(KeyEvent e) {
        boolean typing = e.getTarget() instanceof TextInputControl || window.isFinding() || isInEditor(e.getTarget())
                || gestures.takesKeys() && e.getCode() != KeyCode.ESCAPE;
        boolean isSpace = e.getCode() == KeyCode.SPACE && !e.isControlDown() && !takesSpace(e);
        if (isSpace) {
            transport.toggle();
        }
        boolean handled = isSpace || (e.isControlDown() ? controlKey(e, typing) : !typing && plainKey(e));
        if (handled) {
            e.consume();
        }
    }

    /** Whether the keys belong to an editor that has unfolded on the job card, such as its list or table. */
    private static boolean isInEditor(Object target) {
        for (Node node = target instanceof Node first ? first : null; node != null; node = node.getParent()) {
            if ("editor".equals(node.getId())) {
                return true;
            }
        }
        return false;
    }

    private boolean controlKey(KeyEvent e, boolean typing) {
        if (typing && e.getCode() != KeyCode.S) {
            return false;
        }
        switch (e.getCode()) {
            case Z -> editing.undo();
            case Y -> editing.redo();
            case C -> editing.copy();
            case X -> editing.cut();
            case V -> editing.paste();
            case D -> editing.duplicate();
            case A -> editing.selectAll();
            case S -> {
                if (e.isShiftDown()) {
                    files.saveAs();
                } else {
                    files.save();
                }
            }
            case O -> files.open();
            case N -> files.fresh();
            default -> {
                return false;
            }
        }
        return true;
    }

    /** Of a text, an open list or the list of what was found, which take it as their own. */
    private boolean takesSpace(KeyEvent e) {
        return e.getTarget() instanceof TextInputControl || e.getTarget() instanceof ListView || window.isFinding()
                || e.getTarget() instanceof ComboBoxBase<?> box && box.isShowing() || gestures.takesKeys();
    }

    private boolean plainKey(KeyEvent e) {
        if (e.getText().matches("[A-Za-z]") && !window.isAtFloor(e.getTarget())) {
            return false; // meant for what has the focus, which takes none
        }
        switch (e.getCode()) {
            case SLASH, DIVIDE -> window.findAtPointer();
            case PERIOD, DECIMAL -> window.player().stepOne();
            case HOME -> {
                window.player().pause();
                window.player().seek(0);
            }
            case END -> {
                window.player().pause();
                window.player().seek(window.player().lengthNanos());
            }
            case DIGIT1, NUMPAD1 -> window.go(Workspace.BUILD);
            case DIGIT2, NUMPAD2 -> window.go(Workspace.WATCH);
            case DIGIT3, NUMPAD3 -> window.go(Workspace.DIAGNOSE);
            case DIGIT4, NUMPAD4 -> window.go(Workspace.COMPARE);
            case P -> window.floor().togglePlan();
            case F -> window.floor().fit(window.bench().selection());
            case N -> window.toggleNumbers();
            case L -> gestures.takeLink();
            case M -> gestures.takeMeasure();
            case R -> {
                if (gestures.inHand().isPresent()) {
                    return false; // the tool in hand turns what it holds
                }
                editing.turn(e.isShiftDown() ? 15 : 90);
            }
            case DELETE, BACK_SPACE -> editing.delete();
            case ENTER -> {
                if (!(e.getTarget() instanceof ButtonBase button)) {
                    return false;
                }
                button.fire();
            }
            case ESCAPE -> window.escape();
            default -> {
                return false;
            }
        }
        return true;
    }
}
