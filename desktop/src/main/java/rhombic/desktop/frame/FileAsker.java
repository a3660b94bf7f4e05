package rhombic.desktop.frame;

import java.io.File;
import java.nio.file.Path;
import java.util.Optional;
import javafx.stage.FileChooser;
import javafx.stage.Window;

/** Asks for files; apart from the window so that it can be answered without one. */
public interface FileAsker {
    Optional<Path> toOpen();

    /** @param suggested a name for the file */
    Optional<Path> toSave(String suggested);

    /** A file that holds a table: CSV or a spreadsheet. */
    Optional<Path> toRead();

    /** By the file dialog of the desktop. */
    static FileAsker dialogs(Window window) {
        return new FileAsker() {
            @Override
            public Optional<Path> toOpen() {
                return Optional.ofNullable(chooser("Open a study").showOpenDialog(window)).map(File::toPath);
            }

            @Override
            public Optional<Path> toSave(String suggested) {
                FileChooser chooser = chooser("Save the study");
                chooser.setInitialFileName(suggested);
                return Optional.ofNullable(chooser.showSaveDialog(window)).map(File::toPath);
            }

            @Override
            public Optional<Path> toRead() {
                FileChooser chooser = new FileChooser();
                chooser.setTitle("Read a table");
                chooser.getExtensionFilters().addAll(new FileChooser.ExtensionFilter("Tables", "*.csv", "*.xlsx", "*.xls", "*.txt"),
                        new FileChooser.ExtensionFilter("All files", "*"));
                return Optional.ofNullable(chooser.showOpenDialog(window)).map(File::toPath);
            }

            private FileChooser chooser(String title) {
                FileChooser chooser = new FileChooser();
                chooser.setTitle(title);
                chooser.getExtensionFilters().addAll(new FileChooser.ExtensionFilter("Rhombic studies", "*.rhombic.json"),
                        new FileChooser.ExtensionFilter("All files", "*"));
                return chooser;
            }
        };
    }
}
