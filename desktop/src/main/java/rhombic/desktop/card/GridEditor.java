package rhombic.desktop.card;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.beans.property.SimpleStringProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TablePosition;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import rhombic.desktop.card.text.Sentence;
import rhombic.formats.file.FileTrouble;
import rhombic.formats.table.Sheet;
import rhombic.formats.table.SheetException;
import rhombic.formats.table.SheetReader;

/** Edits a table of cells: typed, pasted from a spreadsheet, or read from a file. There is always an empty last row. */
final class GridEditor extends VBox {
    private static final double ROW_HEIGHT = 27;
    private static final int MAX_ROWS_SHOWN = 9;

    private final Sentence.Grid grid;
    private final Consumer<Sentence.Filled> tryOut;
    private final Consumer<String> complain;
    private final TableView<List<String>> table = new TableView<>();
    private final ObservableList<List<String>> rows = FXCollections.observableArrayList();
    private List<String> headings;
    private String source = "";
    private final Drafts.Slot draft;
    private final Label lacks = new Label();

    /**
     * @param apply is given what was filled in
     * @param tryOut is given what is filled in so far, and throws what is said of it
     * @param complain shows a message, or, if it is empty, none
     * @param asker asks for a file to read
     * @param draft keeps what is filled in until it is used
     */
    GridEditor(Sentence.Grid grid, Consumer<Sentence.Filled> apply, Consumer<Sentence.Filled> tryOut, Consumer<String> complain,
            Supplier<Optional<Path>> asker, Drafts.Slot draft) {
        super(5);
        this.tryOut = tryOut;
        this.draft = draft;
        this.grid = grid;
        this.complain = complain;
        headings = draft.filled().map(Sentence.Filled::headings).orElse(grid.headings());
        table.setId("editor-grid");
        table.setEditable(true);
        table.getSelectionModel().setCellSelectionEnabled(true);
        table.setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        table.setFixedCellSize(ROW_HEIGHT);
        table.setItems(rows);
        table.addEventFilter(KeyEvent.KEY_PRESSED, this::press);
        table.addEventFilter(KeyEvent.KEY_TYPED, this::type);
        fill(draft.filled().map(Sentence.Filled::rows).orElse(grid.rows()));
        columns();
        lacks.setId("editor-lacks");
        lacks.getStyleClass().add("caption");
        lacks.setWrapText(true);
        lacks.managedProperty().bind(lacks.textProperty().isNotEmpty());
        Label hint = new Label(grid.hint());
        hint.getStyleClass().add("caption");
        hint.setWrapText(true);
        Button use = new Button("Use");
        use.setId("editor-use");
        use.getStyleClass().add("quiet-button");
        use.setOnAction(e -> apply.accept(filled()));
        Button paste = new Button("Paste");
        paste.setId("editor-paste");
        paste.getStyleClass().add("quiet-button");
        paste.setOnAction(e -> paste());
        HBox buttons = new HBox(6, use, paste);
        if (grid.headingsCount()) {
            Button read = new Button("Read a file\u2026");
            read.setId("editor-read");
            read.getStyleClass().add("quiet-button");
            read.setOnAction(e -> asker.get().ifPresent(this::read));
            buttons.getChildren().add(read);
        }
        getChildren().addAll(buttons, table, lacks, hint); // the buttons stay where they are while rows are added
    }

    Sentence.Filled filled() {
        return new Sentence.Filled(headings, rows.stream().filter(row -> row.stream().anyMatch(cell -> !cell.isBlank()))
                .map(row -> row.stream().map(String::strip).toList()).toList(), source);
    }

    private void fill(List<List<String>> filling) {
        rows.clear();
        filling.forEach(row -> rows.add(wide(row)));
        ensureEmptyLast();
    }

    /** Something was typed, pasted or taken out: it is kept, and what it lacks is said. */
    private void noteDraft() {
        Sentence.Filled filled = filled();
        if (filled.rows().equals(grid.rows()) && filled.headings().equals(grid.headings())) {
            draft.drop();
            lacks.setText("");
            return;
        }
        draft.keep(filled);
        String wrong = "";
        try {
            tryOut.accept(filled);
        } catch (IllegalArgumentException e) {
            wrong = " " + String.valueOf(e.getMessage()).lines().findFirst().orElse("") + ".";
        }
        lacks.setText("Not used yet." + wrong);
    }

    private List<String> wide(List<String> row) {
        List<String> cells = new ArrayList<>(row);
        while (cells.size() < headings.size()) {
            cells.add("");
        }
        return cells;
    }

    private void ensureEmptyLast() {
        if (rows.isEmpty() || rows.getLast().stream().anyMatch(cell -> !cell.isBlank())) {
            rows.add(wide(List.of()));
        }
        table.setPrefHeight((Math.min(MAX_ROWS_SHOWN, rows.size()) + 1) * ROW_HEIGHT + 4);
    }

    private void columns() {
        table.getColumns().clear();
        for (int i = 0; i < headings.size(); i++) {
            int at = i;
            TableColumn<List<String>, String> column = new TableColumn<>(headings.get(i));
            column.setSortable(false);
            column.setReorderable(false);
            column.setCellValueFactory(row -> new SimpleStringProperty(row.getValue().get(at)));
            column.setCellFactory(c -> new GridCell(at, cellListener));
            column.setOnEditCommit(e -> set(e.getTablePosition().getRow(), at, e.getNewValue()));
            table.getColumns().add(column);
        }
    }

    private final GridCell.Listener cellListener = new GridCell.Listener() {
        @Override
        public void onTyped(int row, int column, String text) {
            if (row >= 0 && row < rows.size()) {
                rows.get(row).set(column, text); // in place: putting another row there would end the typing
                source = "";
                noteDraft();
            }
        }

        @Override
        public void onMoved(int row, int column, int columns, int rowsOn) {
            int width = headings.size();
            int at = row * width + column + columns + rowsOn * width;
            if (at >= 0 && at < rows.size() * width) {
                edit(at / width, at % width);
            }
        }
    };

    private void edit(int row, int column) {
        TableColumn<List<String>, ?> at = table.getColumns().get(column);
        table.scrollTo(row);
        table.getSelectionModel().clearAndSelect(row, at);
        getScene().getRoot().applyCss();
        getScene().getRoot().layout(); // a row that has just been added has no cell before
        table.requestFocus();
        table.edit(row, at);
    }

    private void set(int row, int column, String text) {
        List<String> changed = new ArrayList<>(rows.get(row));
        changed.set(column, text);
        rows.set(row, changed);
        source = "";
        ensureEmptyLast();
        noteDraft();
    }

    /** What is typed over a cell begins anew what it holds. */
    private void type(KeyEvent e) {
        boolean isText = !e.getCharacter().isEmpty() && e.getCharacter().codePoints().noneMatch(Character::isISOControl);
        if (!isText || e.isShortcutDown() || e.isAltDown() || table.getEditingCell() != null
                || table.getSelectionModel().getSelectedCells().isEmpty()) {
            return;
        }
        TablePosition<?, ?> at = table.getSelectionModel().getSelectedCells().getFirst();
        edit(at.getRow(), Math.max(0, at.getColumn()));
        table.applyCss(); // the field selects all that it holds once it is there
        if (getScene().getFocusOwner() instanceof TextField field) {
            field.setText(e.getCharacter());
            field.end();
        }
        e.consume();
    }

    private void press(KeyEvent e) {
        if (table.getEditingCell() != null) {
            return;
        }
        if (e.isShortcutDown() && e.getCode() == KeyCode.V) {
            paste();
            e.consume();
        } else if (e.getCode() == KeyCode.DELETE || e.getCode() == KeyCode.BACK_SPACE) {
            int row = table.getSelectionModel().getSelectedIndex();
            if (row >= 0 && row < rows.size()) {
                rows.remove(row);
                ensureEmptyLast();
                noteDraft();
            }
            e.consume();
        } else if (e.getCode() == KeyCode.ENTER && !table.getSelectionModel().getSelectedCells().isEmpty()) {
            TablePosition<?, ?> at = table.getSelectionModel().getSelectedCells().getFirst();
            edit(at.getRow(), Math.max(0, at.getColumn()));
            e.consume();
        }
    }

    private void paste() {
        String text = Clipboard.getSystemClipboard().getString();
        if (text == null || text.isBlank()) {
            complain.accept("There is no text to paste: copy cells in a spreadsheet first");
            return;
        }
        try {
            take(SheetReader.parse(text, ""), text);
            complain.accept("");
        } catch (SheetException e) {
            complain.accept(e.getMessage());
        }
    }

    /** Pasted cells begin with headings if their first row says so; else all of them are rows. */
    private void take(Sheet sheet, String text) throws SheetException {
        boolean hasHeadings = sheet.headings().stream().anyMatch(heading -> grid.headings().stream().anyMatch(heading::equalsIgnoreCase));
        List<List<String>> taken = new ArrayList<>();
        if (!hasHeadings) {
            taken.add(sheet.headings());
        } else if (grid.headingsCount()) {
            headings = sheet.headings();
        }
        sheet.rows().forEach(row -> taken.add(row.cells()));
        if (taken.stream().anyMatch(row -> row.size() > headings.size()) && !grid.headingsCount()) {
            throw new SheetException(
                    "There are " + headings.size() + " columns here, but more were copied: " + text.lines().findFirst().orElse(""));
        }
        fill(taken);
        columns();
        source = sheet.source();
        noteDraft();
    }

    private void read(Path file) {
        try {
            Sheet sheet = SheetReader.open(file);
            headings = sheet.headings();
            fill(sheet.rows().stream().map(Sheet.Row::cells).toList());
            columns();
            source = sheet.source();
            noteDraft();
            complain.accept("");
        } catch (SheetException e) {
            complain.accept(e.getMessage());
        } catch (IOException e) {
            complain.accept(FileTrouble.reading(file, e));
        }
    }
}
