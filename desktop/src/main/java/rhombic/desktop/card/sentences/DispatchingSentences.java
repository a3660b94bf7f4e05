package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.script;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import rhombic.desktop.card.text.Offers;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.study.Study;
import rhombic.study.duty.Dispatching;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.JobChoice;
import rhombic.study.duty.ResourceChoice;
import rhombic.study.duty.TravelChoice;
import rhombic.study.kind.ResourceGroup;

/** What the card of any group says of the rules that it goes by. */
final class DispatchingSentences {
    private final ResourceGroup group;
    private final Dispatching rules;

    DispatchingSentences(ResourceGroup group) {
        this.group = group;
        rules = group.dispatching();
    }

    /** Which of them comes, and what they do first. */
    Sentence rules(Study study) {
        List<Part> parts = new ArrayList<>(List.of(new Words(group.arePeople() ? "Of those who are free, " : "Of those that are free, "),
                choice(group.arePeople() ? "person rule" : "vehicle rule", ResourceChoice.values(), ResourceChoice::word,
                        rules.resourceRule(), Dispatching::withResourceRule),
                new Words(" comes; of what is most urgent they do "),
                choice("job rule", JobChoice.values(), JobChoice::word, rules.jobRule(), Dispatching::withJobRule)));
        if (rules.resourceRule() == ResourceChoice.FORMULA) {
            parts.add(2, script("member formula", rules.resourceFormula().isEmpty() ? "+ formula" : rules.resourceFormula(),
                    rules.resourceFormula(),
                    "A formula about a member that could come, such as member.metres + 50 * member.busy; the smallest comes",
                    Offers.ofMembers(study), text -> changed(Dispatching::withResourceFormula, TimeSentences.formula(text))));
            parts.add(2, new Words(", "));
            parts.add(4, new Words(","));
        }
        if (rules.jobRule() == JobChoice.FORMULA) {
            parts.add(new Words(", "));
            parts.add(script("job formula", rules.jobFormula().isEmpty() ? "+ formula" : rules.jobFormula(), rules.jobFormula(),
                    "A formula about the piece, such as piece.urgency, or -piece.due for the earliest due", Offers.at(study, List.of()),
                    text -> changed(Dispatching::withJobFormula, TimeSentences.formula(text))));
            parts.add(new Words(","));
        }
        parts.add(new Words(" first."));
        return new Sentence(parts);
    }

    Part travel() {
        return choice("travel", TravelChoice.values(), TravelChoice::word, rules.travel(), Dispatching::withTravel);
    }

    Part idleAt() {
        return choice("idle at", IdlePlace.values(), IdlePlace::word, rules.idleAt(), Dispatching::withIdleAt);
    }

    private interface Setting<T> {
        Dispatching with(Dispatching rules, T value);
    }

    private <T> Part choice(String id, T[] all, Function<T, String> word, T now, Setting<T> setting) {
        return picked(id, word.apply(now), Arrays.stream(all).map(word).toList(), text -> changed(setting, Typed.choice(all, word, text)));
    }

    private <T> UnaryOperator<Study> changed(Setting<T> setting, T value) {
        return s -> s.changed(group.name(), e -> {
            ResourceGroup now = (ResourceGroup) e;
            return now.with(setting.with(now.dispatching(), value));
        });
    }
}
