package rhombic.formats.table;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import rhombic.formats.file.FileTrouble;
import rhombic.study.Study;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.Table;
import rhombic.study.value.Timetable;
import rhombic.study.work.Supply;

/** Timetables and look-up tables whose rows stand in a file of their own, beside the study. */
public final class Sources {
    private final Path folder;
    private final boolean all;
    private final List<String> faults = new ArrayList<>();

    private Sources(Path folder, boolean all) {
        this.folder = folder;
        this.all = all;
    }

    /**
     * The study with the rows of its sources.
     *
     * @param folder in which the study lies: names of sources count from there
     * @param all whether what has rows is read anew, too; otherwise only what has none
     * @throws SheetException naming each timetable and table whose source can't be used, and why
     */
    public static Study read(Study study, Path folder, boolean all) throws SheetException {
        Sources sources = new Sources(folder, all);
        List<Table> tables = study.tables().stream().map(sources::table).toList();
        Study read = tables.equals(study.tables()) ? study : study.withTables(tables);
        for (PlantElement element : study.elements()) {
            if (element instanceof GoodsIn in && in.supply().orElse(null) instanceof Supply.ByTimetable by) {
                Timetable timetable = sources.timetable(in, by.timetable(), study);
                if (!timetable.equals(by.timetable())) {
                    read = read.changed(in.name(),
                            other -> other instanceof GoodsIn same ? same.withSupply(new Supply.ByTimetable(timetable)) : other);
                }
            }
        }
        if (!sources.faults.isEmpty()) {
            throw new SheetException(sources.faults);
        }
        return read;
    }

    private interface Reading<T> {
        T of(Sheet sheet) throws SheetException;
    }

    private Table table(Table table) {
        return isWanted(table.source(), table.rows())
                ? read(table, "Table " + table.name(), table.source(), sheet -> TableSheet.read(sheet, table.name(), table.otherwise()))
                : table;
    }

    private Timetable timetable(GoodsIn in, Timetable table, Study study) {
        return isWanted(table.source(), table.rows())
                ? read(table, "Timetable of " + in.name(), table.source(),
                        sheet -> TimetableSheet.read(sheet, table.repeat(), study.pieceTypes()))
                : table;
    }

    /** A study from elsewhere must not read what it likes. */
    private boolean isInside(Path file) {
        Path home = folder.toAbsolutePath().normalize();
        if (!file.toAbsolutePath().normalize().startsWith(home)) {
            return false;
        }
        try {
            return !Files.exists(file) || file.toRealPath().startsWith(home.toRealPath());
        } catch (IOException e) {
            return true; // reading it will tell what is wrong
        }
    }

    private boolean isWanted(String source, List<?> rows) {
        return !source.isEmpty() && (all || rows.isEmpty());
    }

    private <T> T read(T before, String label, String source, Reading<T> reading) {
        try {
            Path file = folder.resolve(source);
            if (!isInside(file)) {
                faults.add(label + ": \u201c" + source + "\u201d lies outside the folder of the study; put it there, or paste its rows");
                return before;
            }
            try {
                return reading.of(SheetReader.open(file).from(source));
            } catch (IOException e) {
                faults.add(label + ": " + FileTrouble.reading(file, e));
            }
        } catch (InvalidPathException e) {
            faults.add(label + ": \u201c" + source + "\u201d is no name of a file");
        } catch (SheetException e) {
            e.faults().forEach(fault -> faults.add(label + ", " + source + ": " + fault));
        }
        return before;
    }
}
