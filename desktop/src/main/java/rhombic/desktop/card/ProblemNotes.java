package rhombic.desktop.card;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import rhombic.desktop.work.Workbench;
import rhombic.study.check.Problem;

/** What the check found about what is selected, or about the whole study, with buttons that mend it. */
final class ProblemNotes extends VBox {
    private static final int MAX_SHOWN = 30;

    private final Workbench bench;
    private List<Problem> problems = List.of();

    ProblemNotes(Workbench bench) {
        super(8);
        this.bench = bench;
    }

    void setProblems(List<Problem> found) {
        problems = found;
        show();
    }

    /** Shows those of what is selected now; where they are the same as before nothing is touched. */
    void show() {
        List<Problem> shown = bench.single().map(element -> problems.stream().filter(p -> p.subject().equals(element.name())).toList())
                .orElse(problems);
        if (!shown.equals(getUserData())) {
            setUserData(shown);
            getChildren().setAll(notes(shown));
        }
        setVisible(!shown.isEmpty());
        setManaged(!shown.isEmpty());
    }

    private List<Node> notes(List<Problem> found) {
        List<Node> notes = new ArrayList<>();
        for (Problem problem : found.stream().limit(MAX_SHOWN).toList()) {
            Label text = new Label(
                    (bench.single().isEmpty() && !problem.subject().isEmpty() ? problem.subject() + ": " : "") + problem.message()
                            + ". " + problem.remedy() + ".");
            text.setWrapText(true);
            text.getStyleClass().addAll("problem", problem.grade().name().toLowerCase(Locale.ROOT));
            if (!problem.subject().isEmpty()) {
                text.setOnMouseClicked(e -> bench.select(problem.subject()));
            }
            notes.add(text);
            for (Problem.Fix fix : problem.fixes()) {
                Button mend = new Button(fix.name());
                mend.getStyleClass().add("quiet-button");
                mend.setId("fix-" + problem.kind().name().toLowerCase(Locale.ROOT).replace('_', '-'));
                mend.setOnAction(e -> bench.edit(fix.name(), fix.changes()::applyTo));
                notes.add(mend);
            }
        }
        return notes;
    }
}
