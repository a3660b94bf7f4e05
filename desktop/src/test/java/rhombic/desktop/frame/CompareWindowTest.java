package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import javafx.event.ActionEvent;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Pane;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import rhombic.chart.Chart;
import rhombic.desktop.parts.ChartView;
import rhombic.experiment.Variant;
import rhombic.formats.results.ResultsFile;
import rhombic.study.Alternative;
import rhombic.study.Study;
import rhombic.study.change.Changes;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.work.Supply;

/** Alternatives, factors, findings and two floors by hand, in the real window. */
class CompareWindowTest extends WindowBase {
    @Start
    private void start(Stage stage) throws Exception {
        show(stage);
    }

    private void runAll(FxRobot robot) {
        robot.push(KeyCode.DIGIT4);
        await(() -> robot.lookup("#run-comparison").tryQuery().isPresent());
        robot.interact(() -> window.compare().run());
        await(() -> window.compare().isDone());
    }

    private void overloaded(FxRobot robot) {
        robot.interact(() -> window.bench().edit("build", study -> {
            Study built = study.withPlan(study.plan().withReplications(3));
            built = built.with(GoodsIn.KIND.placed(built.names(), built.pieceTypes(), Placement.at(-8, 0))
                    .withSupply(new Supply.OnDemand()));
            built = built.with(Station.KIND.placed(built.names(), built.pieceTypes(), Placement.at(-3, 0)));
            built = built.with(Station.KIND.placed(built.names(), built.pieceTypes(), Placement.at(2, 0)));
            built = built.with(GoodsOut.KIND.placed(built.names(), built.pieceTypes(), Placement.at(7, 0)));
            return built.linked("Goods in", "Station 1").linked("Station 1", "Station 2").linked("Station 2", "Goods out");
        }));
    }

    @Test
    void aValueBecomesAFactorFromItsTokenAndItsSweepIsRead(FxRobot robot) {
        overloaded(robot);
        robot.interact(() -> window.bench().edit("places", s -> s.changed("Station 1", e -> ((Station) e).withPlaces(3))));
        robot.interact(() -> window.bench().select("Station 2"));
        press(robot, "#token-places");
        press(robot, "#try-several");
        typeLevels(robot, "2");
        await(() -> text(robot, "editor-message").contains("two or more levels"));
        typeLevels(robot, "1 to 4 by 1");
        assertEquals(List.of("1", "2", "3", "4"),
                window.bench().comparison().factor("Station 2 places").orElseThrow().levels().stream().map(level -> level.text()).toList());
        runAll(robot);
        press(robot, "#compare-sweeps");
        await(() -> robot.lookup("#sweep-chart").tryQuery().isPresent());
        ChartView chart = robot.lookup("#sweep-chart").queryAs(ChartView.class);
        assertEquals(5, chart.chart().rows().stream().filter(row -> !row.get(2).isEmpty()).count(), "heading and four levels");
        assertTrue(text(robot, "sweep-says").contains("knee at 3"), text(robot, "sweep-says"));
        assertTrue(text(robot, "sweep-says").startsWith("Best at 3, 180"), text(robot, "sweep-says"));
    }

    @Test
    void aLayoutAlternativeIsMadeComparedAndTakenOver(FxRobot robot) throws Exception {
        overloaded(robot);
        robot.push(KeyCode.CONTROL, KeyCode.S);
        await(() -> window.bench().isSaved());
        robot.interact(() -> window.bench().startAlternative("Alternative 1", Changes.NONE));
        place(robot, "work", "station", 2, 4);
        robot.interact(() -> window.bench().edit("link", s -> s.linked("Station 1", "Station 3").linked("Station 3", "Goods out")));
        robot.interact(() -> window.bench().edit("move", s -> s.changedAll(Set.of("Goods out"), e -> e.placed(Placement.at(7, 2)))));
        robot.interact(() -> window.bench().edit("places", s -> s.changed("Station 1", e -> ((Station) e).withPlaces(2))));
        assertTrue(study().find("Station 3").isPresent());
        robot.interact(() -> window.bench().select(Set.of()));
        await(() -> robot.lookup("#alternative-note").tryQuery().isPresent());
        robot.interact(() -> window.bench().select("Station 3"));
        await(() -> text(robot, "differs").equals("Only in Alternative 1"));
        robot.interact(() -> window.bench().show(""));
        assertTrue(study().find("Station 3").isEmpty());
        runAll(robot);
        await(() -> !text(robot, "comparison-says").startsWith("Run them"));
        assertTrue(text(robot, "comparison-says").startsWith("Throughput: Alternative 1 gains most: better by "),
                text(robot, "comparison-says"));
        assertTrue(Files.size(ResultsFile.beside(answer)) > 1000, "each run is kept beside the study");
        press(robot, "#own-response");
        robot.interact(() -> {
            TextField field = robot.lookup("#ask-field").queryAs(TextField.class);
            field.setText("half = here.out /");
            field.fireEvent(new ActionEvent());
        });
        assertTrue(text(robot, "ask-message").startsWith("At character"), text(robot, "ask-message"));
        robot.interact(() -> {
            TextField field = robot.lookup("#ask-field").queryAs(TextField.class);
            field.setText("half = at('Nowhere').out / 2");
            field.fireEvent(new ActionEvent());
            assertTrue(robot.lookup("#ask-message").queryAs(Label.class).getText().startsWith("There is no figure"));
            field.setText("half = here.out / 2");
            field.fireEvent(new ActionEvent());
        });
        assertEquals("half", window.bench().comparison().responses().getLast());
        robot.interact(() -> window.bench().takeOver("Alternative 1"));
        assertTrue(study().find("Station 3").isPresent());
        assertEquals(List.of(), window.bench().comparison().alternatives());
        robot.interact(() -> window.bench().undo());
        assertTrue(study().find("Station 3").isEmpty());
        assertEquals(1, window.bench().comparison().alternatives().size());
    }

    @Test
    void theBestIsSearchedForAndGainIsHeldAgainstCost(FxRobot robot) {
        overloaded(robot);
        robot.interact(() -> window.bench().edit("places", s -> s.changed("Station 1", e -> ((Station) e).withPlaces(3))));
        robot.interact(() -> window.bench().select("Station 2"));
        press(robot, "#token-places");
        press(robot, "#try-several");
        typeLevels(robot, "1, 2, 3");
        robot.interact(() -> {
            Study two = window.bench().base().changed("Station 2", e -> ((Station) e).withPlaces(2));
            window.bench().compare("alternative", c -> c.withAlternatives(
                    List.of(new Alternative("Second place", Changes.between(window.bench().base(), two), 40.0))));
        });
        runAll(robot);
        press(robot, "#compare-search");
        await(() -> robot.lookup("#start-search").tryQuery().isPresent());
        robot.interact(() -> robot.lookup("#search-matters").queryAs(TextField.class).setText("much"));
        press(robot, "#start-search");
        assertTrue(text(robot, "search-says").startsWith("The difference that matters must be"), text(robot, "search-says"));
        robot.interact(() -> {
            robot.lookup("#search-matters").queryAs(TextField.class).setText("5");
            robot.lookup("#search-budget").queryAs(TextField.class).setText("200");
        });
        press(robot, "#start-search");
        await(() -> text(robot, "search-says").contains(" runs: "));
        assertTrue(text(robot, "search-says").contains("Station 2 places 3"), text(robot, "search-says"));

        press(robot, "#compare-gain");
        await(() -> robot.lookup("#gain-chart").tryQuery().isPresent());
        ChartView gain = robot.lookup("#gain-chart").queryAs(ChartView.class);
        assertEquals("cost", robot.lookup("#gain-across").queryAs(ComboBox.class).getValue(), "there is a cost, so it is held against it");
        List<List<String>> rows = gain.chart().rows();
        assertTrue(rows.stream().anyMatch(row -> row.get(1).equals("40.0") && Math.abs(Double.parseDouble(row.get(2)) - 120) < 2),
                "two places of a minute make 120 an hour: " + rows);
    }

    @Test
    void twoFloorsMoveOnOneClock(FxRobot robot) {
        overloaded(robot);
        robot.interact(() -> {
            window.bench().startAlternative("Two places", Changes.NONE);
            window.bench().edit("places", s -> s.changed("Station 1", e -> ((Station) e).withPlaces(2)));
            window.bench().edit("places", s -> s.changed("Station 2", e -> ((Station) e).withPlaces(2)));
            window.bench().show("");
        });
        robot.push(KeyCode.DIGIT4);
        press(robot, "#compare-floors");
        await(() -> "Two places".equals(robot.lookup("#which-right").queryAs(ComboBox.class).getValue()));
        assertEquals("Base", robot.lookup("#which-left").queryAs(ComboBox.class).getValue());
        await(() -> text(robot, "figures-right").startsWith("out"));
        robot.interact(() -> robot.lookup("#floors-time").queryAs(Slider.class).setValue(0.5));
        await(() -> text(robot, "floors-clock").startsWith("4 h") && text(robot, "figures-left").contains("out 23"));
        await(() -> text(robot, "figures-right").contains("out 47"));
        assertTrue(text(robot, "floors-differences").startsWith("So far 23"), text(robot, "floors-differences"));
        press(robot, "#floors-play");
        await(() -> !text(robot, "floors-clock").equals("4 h 0 min"));
    }

    @Test
    void findingsAreToldAndWhatTheySuggestIsTried(FxRobot robot) {
        overloaded(robot);
        robot.interact(() -> window.bench().edit("places", s -> s.changed("Station 1", e -> ((Station) e).withPlaces(2))));
        robot.push(KeyCode.DIGIT3);
        await(() -> window.diagnose().isFresh());
        VBox findings = robot.lookup("#findings").queryAs(VBox.class);
        assertTrue(robot.from(findings).lookup((Label label) -> label.getText().startsWith("Limited by Station 2")).tryQuery().isPresent());
        press(robot, "#diagnose-leverage");
        robot.interact(() -> window.diagnose().leverage().start());
        await(() -> window.diagnose().leverage().isDone());
        press(robot, "#try-gain");
        assertEquals(1, window.bench().comparison().alternatives().size());
        assertEquals(window.bench().comparison().alternatives().getFirst().name(), window.bench().alternative());
    }

    private static void typeLevels(FxRobot robot, String text) {
        type(robot, "#levels-field", text);
    }

    private static void type(FxRobot robot, String id, String text) {
        robot.interact(() -> {
            TextField field = robot.lookup(id).queryAs(TextField.class);
            field.setText(text);
            field.fireEvent(new ActionEvent());
        });
    }

    private static void typeFormulas(FxRobot robot, String text) {
        type(robot, "#chart-formulas", text);
    }

    private WritableImage floor(FxRobot robot) {
        WritableImage[] seen = new WritableImage[1];
        robot.interact(() -> seen[0] = window.floor().snapshot(null, null));
        return seen[0];
    }

    /** How many pixels of the floor look otherwise. */
    private static int differences(WritableImage one, WritableImage other) {
        int count = 0;
        for (int x = 0; x < one.getWidth(); x++) {
            for (int y = 0; y < one.getHeight(); y++) {
                count += one.getPixelReader().getArgb(x, y) == other.getPixelReader().getArgb(x, y) ? 0 : 1;
            }
        }
        return count;
    }

    private static ButtonBase setting(FxRobot robot, String text) {
        return robot.lookup("#chart-setting").queryAllAs(ButtonBase.class).stream().filter(b -> b.getText().equals(text)).findFirst()
                .orElseThrow();
    }

    @Test
    void aChartStaysWithTheStudyAndJourneysAreFollowed(FxRobot robot) throws Exception {
        boardOfAnOverloadedLine(robot);
        press(robot, "#board-add-shares-of-states");
        await(() -> window.bench().comparison().board().size() == 1);
        assertEquals(List.of("Station 1"), window.bench().comparison().board().getFirst().elements());
        VBox board = robot.lookup("#board").queryAs(VBox.class);
        await(() -> robot.from(board).lookup(".chart").tryQuery().isPresent());
        ChartView chart = robot.from(board).lookup(".chart").queryAs(ChartView.class);
        assertTrue(chart.chart().rows().stream().anyMatch(row -> row.getFirst().equals("working")), chart.chart().rows()::toString);
        robot.interact(() -> {
            chart.write(answer.resolveSibling("chart.csv"), "csv");
            chart.write(answer.resolveSibling("chart.svg"), "svg");
            chart.write(answer.resolveSibling("chart.png"), "png");
        });
        assertEquals(chart.chart().rows().size(), Files.readAllLines(answer.resolveSibling("chart.csv")).size());
        assertTrue(Files.readString(answer.resolveSibling("chart.svg")).contains("% of the time"));
        assertEquals((int) chart.getWidth(), javax.imageio.ImageIO.read(answer.resolveSibling("chart.png").toFile()).getWidth());

        robot.interact(() -> window.floor().fit(Set.of()));
        WritableImage before = floor(robot);
        robot.interact(() -> setting(robot, "stand on the floor").fire());
        await(() -> window.bench().comparison().board().getFirst().onFloor());
        assertTrue(differences(before, floor(robot)) > 15_000, "the chart stands beside its station");
        robot.interact(() -> setting(robot, "take off the floor").fire());
        assertTrue(differences(before, floor(robot)) < 500, "and is gone again");

        press(robot, "#board-add-any-quantity-over-time");
        await(() -> window.bench().comparison().board().size() == 2);
        assertEquals(List.of("at('Station 1').content"), window.bench().comparison().board().getLast().elements());
        typeFormulas(robot, "inside: here.inside; at('Station 1').busy +");
        assertTrue(text(robot, "message").contains("at('Station 1').busy +"), text(robot, "message"));
        typeFormulas(robot, "inside: here.inside; at('Station 1').busy");
        await(() -> robot.from(board).lookup(".chart").queryAllAs(ChartView.class).stream()
                .anyMatch(one -> one.chart().rows().stream().anyMatch(row -> row.getFirst().equals("inside"))));

        robot.push(KeyCode.DIGIT2);
        await(() -> window.strips().limitsOf("Station 1") + window.strips().limitsOf("Station 2") > 0);
        robot.push(KeyCode.DIGIT3);
        press(robot, "#diagnose-journeys");
        await(() -> text(robot, "journeys-heading").startsWith("The slowest 5 %"));
        robot.interact(() -> ((ButtonBase) robot.lookup("#follow").query()).fire());
        await(() -> robot.lookup("#piece-title").tryQuery().isPresent());
        // its card is that of a slow piece, and the camera is on it
        int piece = Integer.parseInt(text(robot, "piece-title").replaceAll(".* ", "")) - 1;
        long created = window.player().moment().orElseThrow().piece(piece).orElseThrow().createdNanos();
        double lead = (window.player().playheadNanos() - created) / 1e9;
        long slower = window.player().journeys().stream().filter(journey -> journey.leadNanos() / 1e9 > lead + 1).count();
        assertTrue(slower <= 0.05 * window.player().journeys().size(), "of " + window.player().journeys().size() + " slower: " + slower);
        var pixel = window.floor().pixelOfPiece(piece).orElseThrow();
        assertEquals(window.floor().getWidth() / 2, pixel.x(), 40);
        assertEquals(window.floor().getHeight() / 2, pixel.y(), 60);
    }

    @Test
    void chartsGoWithThePlantWhileItPlays(FxRobot robot) {
        boardOfAnOverloadedLine(robot);
        press(robot, "#board-add-content-over-time");
        press(robot, "#board-add-lead-times");
        VBox board = robot.lookup("#board").queryAs(VBox.class);
        await(() -> robot.from(board).lookup(".chart").queryAll().size() == 2);
        ButtonBase extent = robot.lookup("#board-extent").queryAs(ButtonBase.class);
        assertEquals("of the whole run", extent.getText());
        assertEquals(1, curves(robot, board));
        double all = piecesOut(robot, board);

        robot.push(KeyCode.SPACE);
        await(() -> extent.getText().equals("up to the playhead") && curves(robot, board) == 2);
        robot.push(KeyCode.SPACE);
        double early = piecesOut(robot, board);
        assertTrue(early < all, early + " of " + all + " have left by then");
        robot.interact(() -> window.player().seek(window.player().playheadNanos() + 3_600_000_000_000L));
        await(() -> piecesOut(robot, board) > early);
        robot.interact(extent::fire);
        await(() -> piecesOut(robot, board) == all && curves(robot, board) == 1);

        robot.interact(() -> window.bench().compare("stand",
                c -> c.withBoard(c.board().stream().map(b -> b.elements().isEmpty() ? b : b.withOnFloor(true)).toList())));
        Pane standing = (Pane) window.floor().lookup("#floor-charts");
        await(() -> standing.getChildren().size() == 1);
        assertEquals(window.floor().getWidth(), standing.getClip().getLayoutBounds().getWidth(),
                "a chart does not reach over what is beside the floor");
        int[] after = new int[1];
        robot.interact(() -> {
            window.bench().edit("seed", s -> s.withPlan(s.plan().withSeed(99)));
            after[0] = standing.getChildren().size();
        });
        assertEquals(1, after[0], "what stands on the floor stays until the new run is there");
        await(() -> window.diagnose().isFresh() && standing.getChildren().size() == 1);
    }

    private void boardOfAnOverloadedLine(FxRobot robot) {
        overloaded(robot);
        await(this::isRunWritten);
        robot.push(KeyCode.DIGIT3);
        await(() -> window.diagnose().isFresh());
        press(robot, "#diagnose-board");
        robot.interact(() -> window.bench().select("Station 1"));
    }

    private static List<Chart.Series> series(FxRobot robot, VBox board) {
        return robot.from(board).lookup(".chart").queryAllAs(ChartView.class).stream().flatMap(view -> view.chart().series().stream())
                .toList();
    }

    private static long curves(FxRobot robot, VBox board) {
        return series(robot, board).stream().filter(Chart.Curve.class::isInstance).count();
    }

    private static double piecesOut(FxRobot robot, VBox board) {
        return series(robot, board).stream().filter(Chart.Histogram.class::isInstance).map(Chart.Histogram.class::cast)
                .mapToDouble(one -> Arrays.stream(one.counts()).sum()).sum();
    }

    @Test
    void severalOfAThingAreTriedAndAReportIsWritten(FxRobot robot) throws Exception {
        overloaded(robot);
        robot.interact(() -> window.bench().select("Station 2"));
        press(robot, "#try-several-of-it");
        robot.interact(() -> robot.lookup("#how-many-field").queryAs(TextField.class).fireEvent(new ActionEvent()));
        assertEquals(3, window.bench().comparison().factor("Station 2 how many").orElseThrow().levels().size());
        Study three = Variant.sweep(window.bench().base(), window.bench().comparison().sweeps().getFirst()).getLast()
                .study();
        assertEquals(Set.of("Goods in", "Station 1", "Station 2", "Station 3", "Station 4", "Goods out"), three.names());
        assertEquals(2, three.linksFrom("Station 1").size() - 1);
        runAll(robot);
        answer = answer.resolveSibling("line.html");
        press(robot, "#write-report");
        await(() -> text(robot, "comparison-message").equals("Wrote line.html."));
        String written = Files.readString(answer);
        assertTrue(written.contains("Station 2 how many"));
        assertTrue(written.contains("data:image/png;base64,"), "the floor is in it as a picture");
        answer = answer.resolveSibling("line.doc");
        press(robot, "#write-report");
        await(() -> text(robot, "comparison-message").startsWith("A report is a file that ends in"));
    }
}
