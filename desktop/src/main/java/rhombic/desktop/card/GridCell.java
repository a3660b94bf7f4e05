package rhombic.desktop.card;

import java.util.List;
import javafx.scene.control.TextField;
import javafx.scene.control.cell.TextFieldTableCell;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.util.converter.DefaultStringConverter;

/** A cell in which Tab and Enter end the typing and go on to the next; what is typed is taken as it is typed, so that no click loses it. */
final class GridCell extends TextFieldTableCell<List<String>, String> {
    /** What a cell tells its table. */
    interface Listener {
        void onTyped(int row, int column, String text);

        /** @param rows how many rows on, in the same column; 0: by columns */
        void onMoved(int row, int column, int columns, int rows);
    }

    private final int column;
    private final Listener listener;
    private String before = "";

    GridCell(int column, Listener listener) {
        super(new DefaultStringConverter());
        this.column = column;
        this.listener = listener;
    }

    @Override
    public void startEdit() {
        super.startEdit();
        if (isEditing() && getGraphic() instanceof TextField field) {
            before = field.getText();
            if (field.getUserData() == null) {
                field.setUserData(this);
                field.textProperty().addListener((o, was, is) -> {
                    if (isEditing()) {
                        listener.onTyped(getIndex(), column, is);
                    }
                });
                field.addEventFilter(KeyEvent.KEY_PRESSED, e -> press(e, field));
            }
        }
    }

    private void press(KeyEvent e, TextField field) {
        int row = getIndex();
        if (e.getCode() == KeyCode.TAB || e.getCode() == KeyCode.ENTER) {
            commitEdit(field.getText());
            boolean isTab = e.getCode() == KeyCode.TAB;
            int step = e.isShiftDown() ? -1 : 1;
            listener.onMoved(row, column, isTab ? step : 0, isTab ? 0 : step);
            e.consume();
        } else if (e.getCode() == KeyCode.ESCAPE) {
            listener.onTyped(row, column, before);
            cancelEdit();
            e.consume();
        }
    }
}
