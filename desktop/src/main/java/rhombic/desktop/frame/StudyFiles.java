package rhombic.desktop.frame;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.application.Platform;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.work.RecentFiles;
import rhombic.desktop.work.Workbench;
import rhombic.formats.file.FileTrouble;
import rhombic.formats.file.Journal;
import rhombic.formats.study.StudyFormatException;
import rhombic.formats.study.StudyReader;
import rhombic.formats.study.StudyWriter;
import rhombic.study.Study;

/** New, open, save, and the journal of unsaved work. Says in one line what happened. */
final class StudyFiles implements AutoCloseable {
    private final Workbench bench;
    private final FileAsker asker;
    private final Journal journal;
    private final RecentFiles recent;
    private final Consumer<String> say;
    private final LeaveQuestion question;
    private final ExecutorService journalThread = Executors
            .newSingleThreadExecutor(Thread.ofPlatform().daemon().name("rhombic-journal").factory());
    /** What is to be journalled next; what came before it need not be any more. */
    private final AtomicReference<@Nullable Pending> pending = new AtomicReference<>();
    /** Of the journal's thread: whether its last writing went well. */
    private boolean isJournalled = true;
    private Optional<FileTime> fileTime = Optional.empty();
    private boolean replaceNext;

    private record Pending(Study study, Optional<Journal.Home> home, boolean isSaved) {}

    StudyFiles(Workbench bench, FileAsker asker, Journal journal, RecentFiles recent, Consumer<String> say,
            LeaveQuestion question) {
        this.question = question;
        this.bench = bench;
        this.asker = asker;
        this.journal = journal;
        this.recent = recent;
        this.say = say;
    }

    void fresh() {
        leaving(() -> {
            bench.open(Study.empty(), Optional.empty(), true);
            fileTime = Optional.empty();
            say.accept("A new study.");
        });
    }

    void open() {
        leaving(() -> asker.toOpen().ifPresent(this::open));
    }

    /** Goes on at once, or, where there is unsaved work, once it is saved or given up in answer to a question. */
    void leaving(Runnable then) {
        if (bench.isSaved()) {
            then.run();
            return;
        }
        question.ask(bench.base().name(), () -> {
            save();
            if (bench.isSaved()) {
                then.run();
            }
        }, then);
    }

    /** As leaving; what was given up is not offered again at the next start. */
    void closing(Runnable then) {
        leaving(() -> {
            if (!bench.isSaved()) {
                bench.open(Study.empty(), Optional.empty(), true);
            }
            then.run();
        });
    }

    boolean open(Path file) {
        try {
            StudyReader.Opened opened = StudyReader.opened(file);
            Study study = opened.study();
            bench.open(study, Optional.of(file), true);
            fileTime = timeOf(file);
            recent.used(file);
            say.accept("Opened " + file.getFileName() + "."
                    + opened.notes().stream().map(note -> " " + note + ".").collect(Collectors.joining()));
            return true;
        } catch (IOException e) {
            say.accept(FileTrouble.reading(file, e));
        } catch (StudyFormatException e) {
            List<StudyFormatException.Fault> faults = e.faults();
            say.accept(file.getFileName() + " can't be read. " + faults.getFirst()
                    + (faults.size() > 1 ? " (and " + (faults.size() - 1) + " more)" : "") + ". The study on the floor stays as it is.");
        }
        return false;
    }

    void save() {
        Optional<Path> file = bench.file();
        if (file.isEmpty()) {
            saveAs();
        } else if (changedElsewhere(file.get()) && !replaceNext) {
            replaceNext = true;
            say.accept(file.get().getFileName()
                    + " was changed by another program since it was opened. Save once more to replace it, or save under another name.");
        } else {
            replaceNext = false;
            write(file.get());
        }
    }

    void saveAs() {
        String suggested = bench.study().name().replaceAll("[^\\p{L}\\p{N} _-]", "").strip().replace(' ', '-')
                .toLowerCase(Locale.ROOT);
        asker.toSave((suggested.isEmpty() ? "study" : suggested) + ".rhombic.json").ifPresent(file -> {
            String name = file.getFileName().toString();
            Path named = name.endsWith(".json") ? file : file.resolveSibling(name + ".rhombic.json");
            if (bench.base().name().equals(Study.empty().name())) {
                nameAfter(named);
            }
            write(named);
        });
    }

    /** A study that has no name of its own yet takes that of its file. */
    private void nameAfter(Path file) {
        String stem = file.getFileName().toString().replaceFirst("(\\.rhombic)?\\.json$", "");
        try {
            bench.edit("name the study " + stem, study -> study.named(stem));
        } catch (IllegalArgumentException e) {
            say.accept(String.valueOf(e.getMessage())); // such as a name that is too long: it keeps the one it has
        }
    }

    private void write(Path file) {
        Study study = bench.base();
        try {
            StudyWriter.save(study, file);
            fileTime = timeOf(file);
            bench.savedTo(file, study);
            recent.used(file);
            say.accept("Saved " + file.getFileName() + ".");
        } catch (IOException e) {
            say.accept(FileTrouble.writing(file, e));
        }
    }

    private boolean changedElsewhere(Path file) {
        try {
            return Files.exists(file) && !timeOf(file).equals(fileTime);
        } catch (IOException e) {
            return false; // writing will tell what is wrong with it
        }
    }

    private static Optional<FileTime> timeOf(Path file) throws IOException {
        return Optional.of(Files.getLastModifiedTime(file));
    }

    /** Keeps unsaved work safe, or withdraws it when there is none; off the thread of the window. Of several edits only the last is written. */
    void journal() {
        Pending now = new Pending(bench.base(), bench.file().map(file -> new Journal.Home(file, fileTime)), bench.isSaved());
        if (pending.getAndSet(now) == null && !journalThread.isShutdown()) {
            journalThread.execute(this::writeJournal);
        }
    }

    /** Says whether what there is to lose is written down. */
    private boolean writeJournal() {
        Pending next = pending.getAndSet(null);
        if (next == null) {
            return isJournalled;
        }
        isJournalled = true;
        try {
            if (next.isSaved) {
                journal.withdraw();
            } else {
                journal.keep(next.study, next.home);
            }
        } catch (IOException e) {
            isJournalled = false;
            Platform.runLater(
                    () -> say.accept("Unsaved work can't be journalled: " + FileTrouble.reason(e) + ". Save it yourself often."));
        }
        return isJournalled;
    }

    /** Unsaved work of windows that are gone, newest first. */
    List<Journal.Left> left() {
        try {
            journal.tidy();
            Journal.Found found = journal.left();
            if (!found.notes().isEmpty()) {
                say.accept(found.notes().getFirst() + (found.notes().size() > 1 ? " (and " + (found.notes().size() - 1) + " more)" : "")
                        + ".");
            }
            return found.work();
        } catch (IOException e) {
            say.accept("The journal of unsaved work can't be read: " + FileTrouble.reason(e) + ".");
            return List.of();
        }
    }

    /**
     * Puts it on the floor, once other unsaved work is saved or given up.
     *
     * @param done called when it is there
     */
    void restore(Journal.Left left, Runnable done) {
        leaving(() -> {
            bringBack(left);
            done.run();
        });
    }

    private void bringBack(Journal.Left left) {
        bench.open(left.study(), left.home().map(Journal.Home::file), false);
        fileTime = left.home().flatMap(Journal.Home::time);
        journal();
        journalThread.execute(() -> {
            if (writeJournal()) { // until it is journalled anew, what was left is all there is
                drop(left);
            }
        });
        say.accept("Brought back unsaved work on " + left.study().name() + ". Save it to keep it.");
    }

    void drop(Journal.Left left) {
        try {
            journal.withdraw(left.entry());
        } catch (IOException e) {
            Platform
                    .runLater(() -> say.accept("The old journal entry can't be removed: " + FileTrouble.reason(e) + "."));
        }
    }

    List<Path> recent() {
        return recent.list();
    }

    /** Waits until the journal is written. */
    @Override
    public void close() {
        journalThread.close();
        try {
            journal.close();
        } catch (IOException e) {
            say.accept("The journal of unsaved work can't be closed: " + FileTrouble.reason(e) + ".");
        }
    }
}
