package rhombic.desktop.card.phrases;

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
public final class DispatchingSentences {
    private final ResourceGroup group;
    private final Dispatching rules;

    public DispatchingSentences(ResourceGroup group) {
        this.group = group;
        rules = group.dispatching();
    }

    /** Which of them comes, and what they do first. */
    public Sentence rules(Study study) {
        List<Part> parts = new ArrayList<>(List.of(new Words(group.arePeople() ? "Of those who are free, " : "Of those that are free, "),
                choice(group.arePeople() ? "person rule" : "vehicle rule", ResourceChoice.values(), ResourceChoice::word,
                        rules.resourceRule(), Dispatching::withResourceRule)));
        if (rules.resourceRule() == ResourceChoice.FORMULA) {
            parts.addAll(formula("member formula", rules.resourceFormula(),
                    "A formula about a member that could come, such as member.metres + 50 * member.busy; the smallest comes",
                    Offers.ofMembers(study), Dispatching::withResourceFormula));
        }
        parts.add(new Words(" comes; of what is most urgent they do "));
        parts.add(choice("job rule", JobChoice.values(), JobChoice::word, rules.jobRule(), Dispatching::withJobRule));
        if (rules.jobRule() == JobChoice.FORMULA) {
            parts.addAll(formula("job formula", rules.jobFormula(),
                    "A formula about the piece, such as piece.urgency, or -piece.due for the earliest due", Offers.at(study, List.of()),
                    Dispatching::withJobFormula));
        }
        parts.add(new Words(" first."));
        return new Sentence(parts);
    }

    private List<Part> formula(String id, String now, String hint, List<String> offers, Setting<String> setting) {
        return List.of(new Words(", "), script(id, now.isEmpty() ? "+ formula" : now, now, hint, offers,
                text -> changed(setting, TimeSentences.formula(text))), new Words(","));
    }

    public Part travel() {
        return choice("travel", TravelChoice.values(), TravelChoice::word, rules.travel(), Dispatching::withTravel);
    }

    public Part idleAt() {
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
