package rhombic.desktop.frame;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.UnaryOperator;
import rhombic.desktop.floor.hand.FloorGestures;
import rhombic.desktop.watch.TransportBar;
import rhombic.desktop.work.Arranging;
import rhombic.desktop.work.Edits;
import rhombic.desktop.work.Workbench;
import rhombic.study.Study;
import rhombic.study.change.Changes;
import rhombic.study.kind.Kind;
import rhombic.study.kind.Kinds;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.PieceType;

/** All that can be found or done by its name. */
record Commands(MainWindow window, Editing editing, StudyFiles files, FloorGestures gestures, TransportBar transport) {
    /** What can be done with files, the recent ones included. */
    List<Command> ofFiles() {
        List<Command> commands = new ArrayList<>(List.of(
                new Command("New study", "Ctrl+N", files::fresh),
                new Command("Open a study\u2026", "Ctrl+O", files::open),
                new Command("Save", "Ctrl+S", files::save),
                new Command("Save under another name\u2026", "Ctrl+Shift+S", files::saveAs)));
        files.recent().forEach(file -> commands.add(new Command("Open " + file.getFileName(), "", () -> window.open(file))));
        return commands;
    }

    /** Putting the base or an alternative on the floor, and beginning another. */
    List<Command> ofAlternatives() {
        Workbench bench = window.bench();
        List<Command> commands = new ArrayList<>();
        commands.add(new Command("Show the base", "", () -> bench.show("")));
        bench.comparison().alternatives()
                .forEach(one -> commands.add(new Command("Show " + one.name(), "", () -> bench.show(one.name()))));
        commands.add(new Command("Start an alternative here", "", () -> {
            String name = bench.startAlternative("Alternative " + (bench.comparison().alternatives().size() + 1), Changes.NONE);
            window.go(Workspace.BUILD);
            window.say(name + " begins as what is on the floor. What you change now is changed in it only.");
        }));
        if (!bench.alternative().isEmpty()) {
            commands.add(new Command("Make this the base", "", () -> bench.takeOver(bench.alternative())));
        }
        return commands;
    }

    /** Everything that can be found or done. */
    List<Command> all() {
        List<Command> all = new ArrayList<>();
        for (Kind<?> kind : Kinds.ALL) {
            all.add(Command.placing(kind.word(), kind.oneOf(), () -> {
                window.go(Workspace.BUILD);
                gestures.placeAt(kind, gestures.pointerX(), gestures.pointerY());
                gestures.take(kind);
            }));
        }
        all.addAll(List.of(
                new Command("Link in a sweep", "L", gestures::takeLink),
                new Command("Play or pause", "Space", transport::toggle),
                new Command("Back to the start", "Home", () -> window.player().seek(0)),
                new Command("To the end of the run", "End", () -> window.player().seek(window.player().lengthNanos())),
                new Command("One event on", ".", window.player()::stepOne),
                new Command("Plan or 3D", "P", window.floor()::togglePlan),
                new Command("Fit the selection", "F", () -> window.floor().fit(window.bench().selection())),
                new Command("Keep this view by name", "", window::keepView),
                new Command("Numbers on or off", "N", window::toggleNumbers),
                new Command("Names on or off", "", window::toggleNames),
                new Command("Add a piece type", "", () -> onStudyCard("add a piece type", st -> Edits.withNewType(st))),
                new Command("Add a load carrier", "",
                        () -> onStudyCard("add a load carrier", st -> Edits.withNewType(st, "Pallet", PieceType::pallet))),
                new Command("Add a truck", "", () -> onStudyCard("add a truck", st -> Edits.withNewType(st, "Truck", PieceType::truck))),
                new Command("Add a table", "", () -> onStudyCard("add a table", Edits::withNewTable)),
                new Command("Add a rule", "", () -> onStudyCard("add a rule", Edits::withNewRule)),
                new Command("Measure between two points", "M", gestures::takeMeasure),
                new Command("Turn by 90\u00b0 as a group", "R", () -> editing.turn(90)),
                new Command("Mirror east to west", "", () -> onSelection("mirror", (st, names) -> Arranging.mirrored(st, names, true))),
                new Command("Mirror north to south", "", () -> onSelection("mirror", (st, names) -> Arranging.mirrored(st, names, false))),
                new Command("Space evenly in a row", "",
                        () -> onSelection("space evenly", (st, names) -> Arranging.distributed(st, names, true))),
                new Command("Space evenly in a column", "",
                        () -> onSelection("space evenly", (st, names) -> Arranging.distributed(st, names, false))),
                new Command("Select all", "Ctrl+A", () -> window.bench().select(window.bench().study().names())),
                new Command("Undo", "Ctrl+Z", editing::undo),
                new Command("Redo", "Ctrl+Y", editing::redo)));
        for (Arranging.Line line : Arranging.Line.values()) {
            all.add(new Command("Align " + line.word(), "",
                    () -> onSelection("align " + line.word(), (st, names) -> Arranging.aligned(st, names, line))));
        }
        for (Workspace target : Workspace.values()) {
            all.add(new Command("Go to " + target.word(), String.valueOf(target.ordinal() + 1), () -> window.go(target)));
        }
        window.bench().study().views()
                .forEach(view -> all.add(new Command("See " + view.name(), "kept view", () -> window.floor().look(view))));
        all.addAll(ofFiles());
        all.addAll(ofAlternatives());
        for (PlantElement element : window.bench().study().elements()) {
            all.add(Command.toElement(element.name(), element.kind(), () -> {
                window.bench().select(element.name());
                window.floor().fit(Set.of(element.name()));
            }));
        }
        return all;
    }

    private void onSelection(String name, BiFunction<Study, Set<String>, Study> change) {
        Set<String> names = window.bench().selection();
        window.bench().edit(name, study -> change.apply(study, names));
    }

    /** Makes an edit that is seen on the card of the study. */
    private void onStudyCard(String name, UnaryOperator<Study> change) {
        window.bench().edit(name, change);
        window.bench().select(Set.of());
    }
}
