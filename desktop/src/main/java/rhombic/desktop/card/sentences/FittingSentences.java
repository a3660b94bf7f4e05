package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.act;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import rhombic.desktop.card.phrases.RoutingSentences;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.desktop.work.Edits;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Fitting;
import rhombic.study.value.Names;
import rhombic.study.value.Routing;

/** What a conveyor has along its way: diverts, merges and sensors. */
final class FittingSentences {
    private final Study study;
    private final Conveyor conveyor;

    private FittingSentences(Study study, Conveyor conveyor) {
        this.study = study;
        this.conveyor = conveyor;
    }

    static List<Sentence> of(Study study, Conveyor conveyor) {
        FittingSentences sentences = new FittingSentences(study, conveyor);
        List<Sentence> all = new ArrayList<>();
        for (Fitting fitting : conveyor.fittings()) {
            all.add(sentences.sentence(fitting));
            if (fitting instanceof Fitting.Divert divert) {
                all.addAll(RoutingSentences.ofDivert(study, conveyor, divert));
            }
        }
        all.add(sentences.toAdd());
        return all;
    }

    private Sentence toAdd() {
        Quantity middle = Quantity.metres(Math.max(0.01, Math.round(conveyor.conveyorPath().metres() * 5) / 10.0));
        return new Sentence(
                act("add divert", "+ divert",
                        adds("Divert 1", name -> new Fitting.Divert(name, middle, Fitting.Side.LEFT, Routing.PREFERENCE))),
                new Words(" "),
                act("add merge", "+ merge",
                        adds("Merge 1", name -> new Fitting.Merge(name, middle, Fitting.Side.LEFT, Fitting.Priority.MAIN))),
                new Words(" "),
                act("add sensor", "+ sensor", adds("S1", name -> new Fitting.Sensor(name, middle, Quantity.seconds(0)))));
    }

    private UnaryOperator<Study> adds(String wish, Function<String, Fitting> made) {
        Set<String> taken = new HashSet<>(conveyor.fittings().stream().map(Fitting::name).toList());
        return change(c -> c.and(made.apply(Names.free(wish, taken))));
    }

    private Sentence sentence(Fitting fitting) {
        String id = fitting.name();
        List<Part> parts = new ArrayList<>(List.of(new Words("At "),
                typed("place of " + id, fitting.position().toString(), fitting.position().toString(),
                        "How far along the way, such as 3.5 m",
                        text -> replaced(fitting, fitting.withPosition(Quantity.parse(text, Dimension.LENGTH))))));
        switch (fitting) {
            case Fitting.Divert divert -> {
                parts.add(new Words(" the divert "));
                parts.add(name(divert));
                parts.add(new Words(" lets pieces leave to the "));
                parts.add(side(divert, divert.side(), (d, side) -> d.withSide(side)));
                parts.add(new Words("; the rest goes straight on. "));
            }
            case Fitting.Merge merge -> {
                String from = study.links().stream().filter(l -> l.to().equals(conveyor.name()) && l.toPort().equals(merge.name()))
                        .map(Link::from).collect(Collectors.joining(" and "));
                parts.add(new Words(" the merge "));
                parts.add(name(merge));
                parts.add(new Words(" lets pieces" + (from.isEmpty() ? "" : " of " + from) + " in from the "));
                parts.add(side(merge, merge.side(), (m, side) -> m.withSide(side)));
                parts.add(new Words("; first goes "));
                parts.add(picked("first at " + id, merge.priority().word(),
                        Arrays.stream(Fitting.Priority.values()).map(Fitting.Priority::word).toList(),
                        text -> replaced(merge,
                                merge.withPriority(Typed.choice(Fitting.Priority.values(), Fitting.Priority::word, text)))));
                parts.add(new Words(". "));
                List<String> others = study.elements().stream().filter(e -> e.givesPieces() && !e.name().equals(conveyor.name()))
                        .map(PlantElement::name).limit(200).toList();
                parts.add(picked("link to " + id, "+ link from", others, text -> s -> s.linked(text, "", conveyor.name(), id)));
                parts.add(new Words(" "));
            }
            case Fitting.Sensor sensor -> {
                parts.add(new Words(" the sensor "));
                parts.add(name(sensor));
                parts.add(new Words(" counts as covered "));
                parts.add(typed("delay of " + id, sensor.after().amount() == 0 ? "at once" : "after " + sensor.after(),
                        sensor.after().toString(),
                        "How long a piece must cover it, such as 5 s; 0 s: at once. Formulas read at('" + conveyor.name() + "')." + id,
                        text -> replaced(sensor,
                                sensor.withAfter(Quantity.parse(text, Dimension.TIME)))));
                parts.add(new Words(". "));
            }
        }
        parts.add(act("take " + id + " out", "take it out", s -> Edits.withoutFitting(s, conveyor, fitting.name())));
        return new Sentence(parts);
    }

    private Part name(Fitting fitting) {
        return typed("name of " + fitting.name(), fitting.name(), fitting.name(), "A name that no other place along the conveyor has",
                text -> s -> Edits.renamedFitting(s, conveyor, fitting, text.strip()));
    }

    private <F extends Fitting> Part side(F fitting, Fitting.Side side, BiFunction<F, Fitting.Side, Fitting> made) {
        return picked("side of " + fitting.name(), side.word(), Arrays.stream(Fitting.Side.values()).map(Fitting.Side::word).toList(),
                text -> replaced(fitting, made.apply(fitting,
                        Typed.choice(Fitting.Side.values(), Fitting.Side::word, text))));
    }

    private UnaryOperator<Study> replaced(Fitting fitting, Fitting by) {
        return change(c -> c.withFitting(fitting.name(), by));
    }

    private UnaryOperator<Study> change(UnaryOperator<Conveyor> change) {
        return study -> study.changed(conveyor.name(), e -> e instanceof Conveyor now ? change.apply(now) : e);
    }
}
