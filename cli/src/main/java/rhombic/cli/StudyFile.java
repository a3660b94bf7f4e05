package rhombic.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Optional;
import rhombic.formats.file.FileTrouble;
import rhombic.formats.study.StudyFormatException;
import rhombic.formats.study.StudyReader;
import rhombic.formats.table.SheetException;
import rhombic.formats.table.Sources;
import rhombic.study.Study;

/** Opens the study named on the command line, or says why it can't. */
final class StudyFile {
    private StudyFile() {}

    /** @param reload whether tables that name a source are read from it anew; those without rows are always read */
    static Optional<Study> open(Path file, boolean reload, PrintWriter err) {
        try {
            Path parent = file.toAbsolutePath().getParent();
            StudyReader.Opened opened = StudyReader.opened(file);
            opened.notes().forEach(err::println);
            return Optional.of(Sources.read(opened.study(), parent == null ? Path.of("") : parent, reload));
        } catch (IOException e) {
            err.println(FileTrouble.reading(file, e));
        } catch (StudyFormatException e) {
            err.println(file + " is not a study that can be read:");
            e.faults().forEach(fault -> err.println("  " + fault));
        } catch (SheetException e) {
            err.println("What " + file + " names as a source can\u2019t be used:");
            e.faults().forEach(fault -> err.println("  " + fault));
        }
        return Optional.empty();
    }
}
