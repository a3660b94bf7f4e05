package rhombic.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Optional;
import rhombic.formats.file.FileTrouble;
import rhombic.formats.study.StudyFormatException;
import rhombic.formats.study.StudyReader;
import rhombic.study.Study;

/** Opens the study named on the command line, or says why it can't. */
final class StudyFile {
    private StudyFile() {}

    static Optional<Study> open(Path file, PrintWriter err) {
        try {
            return Optional.of(StudyReader.open(file));
        } catch (IOException e) {
            err.println(FileTrouble.reading(file, e));
        } catch (StudyFormatException e) {
            err.println(file + " is not a study that can be read:");
            e.faults().forEach(fault -> err.println("  " + fault));
        }
        return Optional.empty();
    }
}
