package rhombic.desktop.card;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.IntConsumer;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.card.sentences.Sentences;
import rhombic.desktop.floor.body.StatePattern;
import rhombic.desktop.work.StripLog;
import rhombic.desktop.work.Workbench;
import rhombic.insight.CraneJobs;
import rhombic.insight.EquipmentStory;
import rhombic.insight.TruckStory;
import rhombic.quantity.Clock;
import rhombic.quantity.Quantity;
import rhombic.scene.RackHeat;
import rhombic.study.Study;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.StackerCrane;
import rhombic.study.rack.RackStock;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.ShutTime;
import rhombic.trace.Moment;

/** What the selected element has done so far and does now, and the buttons that shut or open its inlet and outlet from here on. */
final class LiveFigures extends VBox {
    /** So many lines about trucks are shown. */
    private static final int MAX_TRUCKS = 8;
    private final Workbench bench;
    private final Function<Study, UnfoldedStudy> unfolding;
    /** Gives what was written down of the run; null while there is none. */
    private final Supplier<@Nullable StripLog> strips;
    private final VBox figures = new VBox(6);
    private String shownOf = "";
    /** Kept, since figures come and go while they are pressed. */
    private final Button inletSwitch = new Button();
    private final Button outletSwitch = new Button();
    private final Button stockButton = new Button("Begin each run with what lies here now");
    private final RackSectionView section = new RackSectionView();
    private final Button follow = new Button();
    private IntConsumer followed = member -> {};
    /** Which of the group the camera goes with; negative if with none. */
    private int at = -1;

    LiveFigures(Workbench bench, Function<Study, UnfoldedStudy> unfolding, Supplier<@Nullable StripLog> strips) {
        super(8);
        this.bench = bench;
        this.unfolding = unfolding;
        this.strips = strips;
        inletSwitch.setId("switch-inlet");
        outletSwitch.setId("switch-outlet");
        follow.setId("follow-member");
        stockButton.setId("begin-with-stock");
        follow.setOnAction(e -> followNext());
        for (Button one : List.of(inletSwitch, outletSwitch, follow, stockButton)) {
            one.getStyleClass().add("quiet-button");
            one.managedProperty().bind(one.visibleProperty());
        }
        getChildren().setAll(figures, follow, stockButton, inletSwitch, outletSwitch);
    }

    /** @param listener hears by what loads are to be coloured */
    void onColoured(Consumer<RackHeat.Choice> listener) {
        section.onColoured(listener);
    }

    /** @param listener hears with whom the camera shall go, by the number among all members; negative: with nobody any more */
    void onFollow(IntConsumer listener) {
        followed = listener;
    }

    /** The camera goes with the next of the group; after the last with none. */
    private void followNext() {
        bench.single().filter(ResourceGroup.class::isInstance).map(ResourceGroup.class::cast).ifPresent(group -> {
            at = at + 1 < group.count() ? at + 1 : -1;
            UnfoldedStudy study = unfolding.apply(bench.study());
            int first = 0;
            while (!study.element(study.members().get(first).group()).name().equals(group.name())) {
                first++;
            }
            followed.accept(at < 0 ? -1 : first + at);
            showFollow(group);
        });
    }

    private void showFollow(ResourceGroup group) {
        follow.setVisible(true);
        follow.setText(at < 0
                ? "Let the camera follow " + group.members().getFirst().name()
                : "Follows " + group.members().get(at).name() + ": click for the next");
    }

    /** Leaves what is shown if it is of that element. */
    void keepOnly(String name) {
        if (!name.equals(shownOf)) {
            show(null, 0);
        }
    }

    /** Shows them of the moment; none if there is no run of the study as it stands. */
    void show(@Nullable Moment now, double width) {
        Optional<PlantElement> single = bench.single();
        UnfoldedStudy study = unfolding.apply(bench.study());
        int node = single.map(e -> study.number(e.name())).orElse(-1);
        if (!single.map(PlantElement::name).orElse("").equals(shownOf)) {
            at = -1; // the camera stays where it is
            section.plainAgain();
        }
        shownOf = single.map(PlantElement::name).orElse("");
        follow.setVisible(false);
        stockButton.setVisible(false);
        if (now == null || node < 0 || now.timeNanos() <= 0 || now.nodes() != study.size()) {
            figures.getChildren().clear();
            inletSwitch.setVisible(false);
            outletSwitch.setVisible(false);
            return;
        }
        showSwitches(single.get(), node, now);
        if (single.get() instanceof ResourceGroup crew) {
            showFollow(crew);
            figures.getChildren().setAll(OrderBookView.of(study, crew, now));
            figures.getChildren().addAll(CrewDay.of(bench.study(), crew, now, strips.get(), Math.max(100, width - 40)));
            StripLog log = strips.get();
            if (crew instanceof StackerCrane cranes && log != null) {
                figures.getChildren().addAll(CraneJobsView.of(new CraneJobs(study).of(cranes, log.trace(), now)));
            }
            return;
        }
        if (!(single.get() instanceof Equipment)) {
            figures.getChildren().clear();
            return;
        }
        Label heading = new Label("So far, at " + Clock.elapsed(now.timeNanos()));
        heading.getStyleClass().add("caption");
        GridPane grid = new GridPane(14, 4);
        int row = 0;
        figure(grid, row, 0, "In", String.valueOf(now.in(node)));
        figure(grid, row++, 2, "Out", String.valueOf(now.out(node)));
        figure(grid, row, 0, "Inside", String.valueOf(now.content(node)));
        if (now.rejected(node) > 0) {
            figure(grid, row, 2, "Turned away", String.valueOf(now.rejected(node)));
        }
        row++;
        Label doing = new Label(new EquipmentStory(unfolding.apply(bench.study())).doing(node, now));
        doing.setWrapText(true);
        doing.setId("equipment-doing");
        figures.getChildren().setAll(heading, doing);
        if (now.state(node).isPresent()) {
            figures.getChildren().add(bar(now, node, Math.max(100, width - 40)));
            int column = 0;
            for (EquipmentState state : shownStates(now, node)) {
                figure(grid, row, column, capital(state.word()), String.format(Locale.ROOT, "%.0f %%", 100 * now.share(node, state)));
                row += column == 2 ? 1 : 0;
                column = 2 - column;
            }
        }
        figures.getChildren().add(grid);
        if (single.get() instanceof Rack rack) {
            figures.getChildren().addAll(section.of(study, rack, node, now, Math.max(100, width - 40)));
            offerStock(rack, Clock.elapsed(now.timeNanos()));
        }
        TruckStory trucks = new TruckStory(unfolding.apply(bench.study()));
        if (trucks.concerns(node)) {
            List<String> lines = trucks.at(now);
            for (int i = 0; i < lines.size() && i < MAX_TRUCKS; i++) {
                Label line = new Label(lines.get(i));
                line.setWrapText(true);
                line.setId("truck-" + i);
                figures.getChildren().add(line);
            }
        }
    }

    /** A run may leave its stock to the next. */
    private void offerStock(Rack rack, String time) {
        stockButton.setVisible(true);
        stockButton.setOnAction(e -> {
            List<RackStock> stock = section.stock();
            bench.edit("begin with the stock of " + rack.name() + " at " + time,
                    changed -> changed.changed(rack.name(), element -> ((Rack) element).withStock(stock)));
        });
    }

    /** What can be shut or opened by hand from the moment shown on; what a rule has shut is not. */
    private void showSwitches(PlantElement element, int node, Moment moment) {
        Quantity now = Clock.quantity(moment.timeNanos());
        set(inletSwitch, "inlet", element.takesPieces(), moment.isShut(node), element.basics().inletShut(), now,
                shut -> Sentences.switchedInlet(element, shut, now));
        set(outletSwitch, "outlet", element.givesPieces(), moment.isOutletShut(node), element.basics().outletShut(), now,
                shut -> Sentences.switchedOutlet(element, shut, now));
    }

    private void set(Button button, String side, boolean isThere, boolean isShut, List<ShutTime> byHand, Quantity now,
            Function<Boolean, UnaryOperator<Study>> change) {
        boolean byRule = isShut && !ShutTime.isShut(byHand, now.nanos());
        button.setVisible(isThere && !byRule);
        button.setText((isShut ? "Open" : "Shut") + " the " + side + " from here on");
        button.setOnAction(e -> bench.edit(button.getText(), change.apply(!isShut)));
    }

    /** The first three always, the others once they have been. */
    private static List<EquipmentState> shownStates(Moment now, int node) {
        return Arrays.stream(EquipmentState.values()).filter(state -> state.isAlwaysShown() || now.share(node, state) > 0)
                .toList();
    }

    private static Canvas bar(Moment now, int node, double width) {
        Canvas canvas = new Canvas(width, 12);
        GraphicsContext g = canvas.getGraphicsContext2D();
        double x = 0;
        for (EquipmentState state : EquipmentState.values()) {
            double part = now.share(node, state) * width;
            if (part > 0) {
                StatePattern.draw(g, state, x, 0, part, 12);
            }
            x += part;
        }
        return canvas;
    }

    private static void figure(GridPane grid, int row, int column, String name, String value) {
        Label label = new Label(name);
        label.getStyleClass().add("caption");
        Label figure = new Label(value);
        figure.setMinWidth(46);
        figure.setId("figure-" + name.toLowerCase(Locale.ROOT).replace(' ', '-'));
        grid.add(label, column, row);
        grid.add(figure, column + 1, row);
    }

    private static String capital(String word) {
        return word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1);
    }
}
