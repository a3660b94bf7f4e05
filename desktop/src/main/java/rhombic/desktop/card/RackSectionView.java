package rhombic.desktop.card;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.scene.Node;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.paint.Color;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.floor.HeatedLoads;
import rhombic.insight.RackSection;
import rhombic.scene.RackHeat;
import rhombic.study.kind.Rack;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.RackStock;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.PieceType;
import rhombic.trace.Moment;

/** One aisle of the selected rack as seen from inside it: what lies where, by type or by age; a slot under the pointer is told. */
final class RackSectionView {
    private static final String ONLY = RackHeat.By.ONE_TYPE.word();
    private static final String POINT = "Point at a slot to see what lies in it.";
    private static final Color EMPTY = Color.web("#ECE7DA");
    private static final Color CRANE = Color.web("#1F272B");
    private static final Color OTHER = Color.web("#D8D2C4");
    private static final double MIN_CELL = 2;
    private static final double MAX_CELL = 16;
    private static final double APART = 6;
    private static final double MAX_WIDTH = 170;
    /** A larger rack is looked at no more often than so. */
    private static final int MANY_PLACES = 5000;
    private static final long SELDOM_NANOS = 400_000_000L;

    private final ComboBox<String> aisle = new ComboBox<>();
    private final ComboBox<String> colouring = new ComboBox<>();
    private final Canvas canvas = new Canvas();
    private final Label slot = new Label();
    private final Label contents = new Label();
    private final List<Node> nodes;
    private String shownOf = "";
    private RackHeat.Choice told = RackHeat.Choice.PLAIN;
    private Consumer<RackHeat.Choice> listener = choice -> {};
    private long lookedNanos;
    private @Nullable RackSection section;
    private @Nullable RackLayout layout;
    private @Nullable Function<RackHeat.By, RackHeat> heatOf;
    /** At the moment that is drawn; null: loads are not coloured by heat. */
    private @Nullable RackHeat heat;
    private @Nullable Moment shown;
    private List<Color> colours = List.of();
    private List<String> types = List.of();
    private double cellWide;
    private double cellHigh;

    RackSectionView() {
        aisle.setId("section-aisle");
        colouring.setId("section-colouring");
        colouring.setOnAction(e -> {
            draw();
            tellColouring();
        });
        aisle.setOnAction(e -> lookedNanos = 0);
        canvas.setId("rack-section");
        slot.setId("section-slot");
        slot.getStyleClass().add("caption");
        slot.setWrapText(true);
        slot.setText(POINT);
        contents.getStyleClass().add("caption");
        contents.setWrapText(true);
        contents.setId("section-contents");
        canvas.setOnMouseMoved(e -> tell(e.getX(), e.getY()));
        canvas.setOnMouseExited(e -> slot.setText(POINT));
        colouring.setMaxWidth(MAX_WIDTH);
        nodes = List.of(new HBox(8, aisle, colouring), canvas, slot, contents);
    }

    /** @param newListener hears by what the loads of the rack are to be coloured on the floor too */
    void onColoured(Consumer<RackHeat.Choice> newListener) {
        listener = newListener;
    }

    /** Another element is shown: loads have their own colours again. */
    void plainAgain() {
        if (!told.equals(RackHeat.Choice.PLAIN)) {
            colouring.setValue(RackHeat.By.TYPE.word());
        }
    }

    private RackHeat.By by() {
        String chosen = colouring.getValue();
        return Arrays.stream(RackHeat.By.values()).filter(one -> chosen != null && chosen.startsWith(one.word())).findFirst()
                .orElse(RackHeat.By.TYPE);
    }

    private void tellColouring() {
        RackHeat.By by = by();
        RackHeat.Choice choice = by == RackHeat.By.TYPE
                ? RackHeat.Choice.PLAIN
                : new RackHeat.Choice(shownOf, by, by == RackHeat.By.ONE_TYPE ? colouring.getValue().substring(ONLY.length()) : "");
        if (!choice.equals(told)) {
            told = choice;
            listener.accept(choice);
        }
    }

    /** Those of the rack at the moment, which is of a run of the study. */
    List<Node> of(UnfoldedStudy study, Rack rack, int node, Moment moment, double width) {
        List<String> names = IntStream.rangeClosed(1, rack.layout().aisles()).mapToObj(i -> "Aisle " + i).toList();
        if (!names.equals(aisle.getItems()) || !shownOf.equals(rack.name())) {
            aisle.getItems().setAll(names);
            aisle.setValue(names.getFirst());
            shownOf = rack.name();
            lookedNanos = 0;
        }
        offerColourings(study, rack);
        long now = System.nanoTime();
        if (rack.layout().places() < MANY_PLACES || now - lookedNanos > SELDOM_NANOS) {
            lookedNanos = now;
            RackSection fresh = RackSection.of(study, rack, node, moment, Math.max(0, names.indexOf(aisle.getValue())));
            section = fresh;
            layout = rack.layout();
            colours = study.study().pieceTypes().stream().map(type -> Color.web(type.colour())).toList();
            heatOf = by -> new RackHeat(study, rack, node, by);
            shown = moment;
            contents.setText(fresh.counts().entrySet().stream().sorted((a, b) -> b.getValue() - a.getValue())
                    .map(one -> one.getKey() + " " + one.getValue()).collect(Collectors.joining(" \u00b7 ")));
            fit(width);
            draw();
        }
        return new ArrayList<>(nodes);
    }

    /** What is shown to lie in the whole rack. */
    List<RackStock> stock() {
        RackSection now = section;
        return now == null ? List.of() : now.stock();
    }

    private void offerColourings(UnfoldedStudy study, Rack rack) {
        types = study.study().pieceTypes().stream().map(PieceType::name).toList();
        List<String> all = new ArrayList<>(List.of(RackHeat.By.TYPE.word(), RackHeat.By.AGE.word()));
        if (rack.storing().partsByClass() > 1) {
            all.add(RackHeat.By.CLASS.word());
        }
        if (rack.layout().laneCapacity() > 1) {
            all.add(RackHeat.By.FILL.word());
        }
        types.forEach(type -> all.add(ONLY + type));
        if (!all.equals(colouring.getItems())) {
            String before = colouring.getValue();
            colouring.getItems().setAll(all);
            colouring.setValue(all.contains(before) ? before : RackHeat.By.TYPE.word());
        }
    }

    private void fit(double width) {
        RackLayout of = layout;
        if (of == null) {
            return;
        }
        cellWide = Math.clamp(width / of.bays(), MIN_CELL, MAX_CELL);
        double ratio = of.levels().metres()[0] / of.bayPitch().inBaseUnit();
        cellHigh = Math.clamp(cellWide * ratio, MIN_CELL, MAX_CELL);
        canvas.setWidth(Math.min(width, cellWide * of.bays()));
        canvas.setHeight(of.rows().rows() * (cellHigh * of.levels().count() + APART));
    }

    private double top(RackLayout of, int row) {
        return (of.rows().rows() - 1 - row) * (cellHigh * of.levels().count() + APART);
    }

    private void draw() {
        RackSection seen = section;
        RackLayout of = layout;
        if (seen == null || of == null) {
            return;
        }
        heat = null;
        Function<RackHeat.By, RackHeat> maker = heatOf;
        Moment moment = shown;
        RackHeat.By by = by();
        boolean isOneType = by == RackHeat.By.ONE_TYPE;
        if (by.isHeat() && maker != null && moment != null) {
            RackHeat now = maker.apply(by);
            now.look(moment);
            heat = now;
        }
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, canvas.getWidth(), canvas.getHeight());
        int levels = of.levels().count();
        double gap = cellWide > 4 ? 1 : 0;
        for (int row = 0; row < of.rows().rows(); row++) {
            for (int bay = 0; bay < of.bays(); bay++) {
                for (int level = 0; level < levels; level++) {
                    g.setFill(seen.front(row, bay, level).map(load -> colour(load, isOneType)).orElse(EMPTY));
                    g.fillRect(bay * cellWide, top(of, row) + (levels - 1 - level) * cellHigh, cellWide - gap, cellHigh - gap);
                }
            }
            double bottom = top(of, row) + levels * cellHigh;
            double y = top(of, row);
            seen.crane().ifPresent(crane -> {
                double x = crane.alongMetres() / of.bayPitch().inBaseUnit() * cellWide;
                double high = (crane.highMetres() - of.firstLevel().inBaseUnit()) / (of.heightMetres() - of.firstLevel().inBaseUnit());
                g.setStroke(CRANE);
                g.setLineWidth(2);
                g.strokeLine(x, y, x, bottom);
                g.setFill(CRANE);
                g.fillRect(x - 4, Math.clamp(bottom - high * levels * cellHigh - 6, y, bottom - 6), 8, 6);
            });
        }
    }

    private Color colour(RackSection.Load load, boolean isOneType) {
        RackHeat now = heat;
        Moment moment = shown;
        if (now != null && moment != null) {
            return HeatedLoads.colour(now.level(moment, load.body()));
        }
        boolean isPale = isOneType && !(ONLY + types.get(load.type())).equals(colouring.getValue());
        return isPale ? OTHER : colours.get(load.type());
    }

    private void tell(double x, double y) {
        RackSection seen = section;
        RackLayout of = layout;
        if (seen == null || of == null) {
            return;
        }
        int bay = (int) (x / cellWide);
        for (int row = 0; row < of.rows().rows(); row++) {
            int level = of.levels().count() - 1 - (int) Math.floor((y - top(of, row)) / cellHigh);
            if (bay >= 0 && bay < of.bays() && level >= 0 && level < of.levels().count()) {
                slot.setText(seen.text(row, bay, level));
            }
        }
    }
}
