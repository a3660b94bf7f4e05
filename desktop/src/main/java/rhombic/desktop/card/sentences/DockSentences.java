package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.act;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.time;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.phrases.RecipeSentences;
import rhombic.desktop.card.phrases.TimeSentences;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.study.Study;
import rhombic.study.kind.Dock;
import rhombic.study.value.PieceType;
import rhombic.study.value.TimeSource;

/** What the card of a dock says. */
final class DockSentences {
    private static final String UNLOADED = "is unloaded";
    private static final String NOT_UNLOADED = "is not unloaded";

    private DockSentences() {}

    static List<Sentence> of(Study study, Dock dock) {
        List<String> trucks = study.pieceTypes().stream().filter(PieceType::loadCarrier).map(PieceType::name).toList();
        List<Sentence> all = new ArrayList<>();
        all.add(new Sentence(new Words("A truck docks in "),
                time("docking", dock.dockingTime().toString(), dock.dockingTime().toString(),
                        text -> dock(dock, d -> d.withDockingTime(DistributionText.parse(text)))),
                new Words(", "), picked("unloads", dock.unloads() ? UNLOADED : NOT_UNLOADED, List.of(UNLOADED, NOT_UNLOADED),
                        text -> dock(dock, d -> d.withUnloads(text.equals(UNLOADED)))),
                new Words(" and leaves in "), time("leaving", dock.leavingTime().toString(), dock.leavingTime().toString(),
                        text -> dock(dock, d -> d.withLeavingTime(DistributionText.parse(text)))),
                new Words(".")));
        List<Part> load = new ArrayList<>(List.of(new Words(dock.unloads() ? "Then it takes along " : "It takes along ")));
        load.addAll(new RecipeSentences(study, dock.basics().attributes()).of("load", dock.load(), "the truck", trucks, true,
                recipe -> dock(dock, d -> d.withLoad(recipe))));
        all.add(new Sentence(load));
        if (dock.loads()) {
            all.add(leaves(study, dock));
        }
        boolean isLinked = study.links().stream().anyMatch(link -> link.to().equals(dock.name()) || link.from().equals(dock.name()));
        if (!isLinked) {
            all.add(new Sentence(
                    new Words("Trucks come from outside and leave there: link a goods in, or a yard, to it, and it to a goods out. "
                            + "What they bring and take goes in and out on the other side.")));
        }
        return all;
    }

    private static Sentence leaves(Study study, Dock dock) {
        if (dock.leaveAfter().isEmpty()) {
            return new Sentence(new Words("It waits until it has all of that. "), act("add leave after", "+ leaves after",
                    dock(dock, d -> d.withLeaveAfter(Optional.of(new TimeSource.Drawn(DistributionText.parse("45 min")))))));
        }
        List<Part> parts = new ArrayList<>(List.of(new Words("It leaves when it has all of that, or with what is on it after ")));
        parts.addAll(new TimeSentences(study, dock.basics().attributes()).of("leave after", dock.leaveAfter().get(),
                after -> dock(dock, d -> d.withLeaveAfter(Optional.of(after)))));
        parts.add(new Words(". "));
        parts.add(act("take out leave after", "take it out", dock(dock, d -> d.withLeaveAfter(Optional.empty()))));
        return new Sentence(parts);
    }

    private static UnaryOperator<Study> dock(Dock dock, UnaryOperator<Dock> change) {
        return s -> s.changed(dock.name(), e -> change.apply((Dock) e));
    }
}
