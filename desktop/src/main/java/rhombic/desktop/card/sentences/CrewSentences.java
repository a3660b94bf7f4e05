package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.act;
import static rhombic.desktop.card.text.Sentence.Token.cells;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import rhombic.desktop.card.phrases.DispatchingSentences;
import rhombic.desktop.card.phrases.DutySentences;
import rhombic.desktop.card.phrases.FailureSentences;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Grid;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.formula.Formula;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.area.BreakArea;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.Person;
import rhombic.study.duty.Trolley;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.WorkEquipment;

/** What the card of a crew says: how many there are, what they can do, and by which rules they do it. */
final class CrewSentences {
    private static final String AS_THEY_WALK = "the speed at which they walk";
    private static final String AT_ONCE = "at once";

    private final Study study;
    private final Crew crew;
    private final DispatchingSentences dispatching;

    private CrewSentences(Study study, Crew crew) {
        this.study = study;
        this.crew = crew;
        dispatching = new DispatchingSentences(crew);
    }

    static List<Sentence> of(Study study, Crew crew) {
        CrewSentences sentences = new CrewSentences(study, crew);
        List<Sentence> all = new ArrayList<>(
                List.of(sentences.people(), sentences.persons(), sentences.dispatching.rules(sentences.study), sentences.walking(),
                        DutySentences.calendarOf(study, crew), sentences.breaks()));
        sentences.carrying().ifPresent(all::add);
        FailureSentences tools = FailureSentences.of(study, crew);
        all.addAll(tools.all());
        all.add(new Sentence(tools.add()));
        all.add(sentences.used());
        return all;
    }

    private Sentence people() {
        String skills = String.join(", ", crew.skills());
        return new Sentence(
                typed("people", crew.people() == 1 ? "1 person" : crew.people() + " people", String.valueOf(crew.people()),
                        "A whole number such as 3",
                        text -> crew(c -> c.withPeople(Typed.whole(text, "The people of a crew")))),
                new Words(" who can be asked for as " + crew.name() + (skills.isEmpty() ? ". " : " or for ")),
                typed("skills", skills.isEmpty() ? "+ skills" : skills, skills,
                        "Words such as welding, leak test; empty: none but the name of the crew",
                        text -> crew(
                                c -> c.withSkills(Arrays.stream(text.split(",")).map(String::strip).filter(s -> !s.isEmpty()).toList()))),
                new Words(skills.isEmpty() ? "" : "."));
    }

    private Sentence persons() {
        String text = crew.persons().stream().map(p -> p.name() + (p.factor() == 1 ? "" : " \u00d7 " + Formula.plain(p.factor()))
                + (p.skills().isEmpty() ? "" : " (" + String.join(", ", p.skills()) + ")")).collect(Collectors.joining(", "));
        List<List<String>> rows = crew.persons().stream()
                .map(p -> List.of(p.name(), Formula.plain(p.factor()), String.join(", ", p.skills()))).toList();
        return new Sentence(new Words(text.isEmpty() ? "All are alike. " : "Not all are alike: "),
                cells("persons", text.isEmpty() ? "+ persons" : text, new Grid(List.of("name", "factor", "skills"), rows,
                        "A name, a factor on the times of what that person does (1.2 takes a fifth longer), and skills beside those of the crew; "
                                + "a formula reads person.name and person.factor",
                        false, 1, filled -> {
                            List<Person> persons = Crew.sameIds(crew.persons(), filled.rows().stream().map(CrewSentences::person).toList());
                            return crew(c -> (persons.size() > c.people() ? c.withPersons(List.of()).withPeople(persons.size()) : c)
                                    .withPersons(persons));
                        })),
                new Words(text.isEmpty() ? "" : "."));
    }

    private static Person person(List<String> row) {
        String factor = row.size() > 1 ? row.get(1).strip() : "";
        double number = factor.isEmpty() ? 1 : Typed.number(factor, "The factor of " + row.getFirst());
        List<String> skills = row.size() < 3
                ? List.of()
                : Arrays.stream(row.get(2).split(",")).map(String::strip).filter(s -> !s.isEmpty()).toList();
        return new Person(row.getFirst(), number, skills);
    }

    private Sentence walking() {
        String speed = crew.speed().map(Quantity::toString).orElse(AT_ONCE);
        return new Sentence(new Words(crew.speed().isPresent() ? "They walk at " : "They are there "),
                typed("walking speed", speed, crew.speed().map(Quantity::toString).orElse(""),
                        "A speed such as 1.2 m/s; empty: they are there at once",
                        text -> crew(c -> c.withSpeed(
                                text.isBlank() || text.strip().equals(AT_ONCE)
                                        ? Optional.empty()
                                        : Optional.of(Quantity.parse(text, Dimension.SPEED))))),
                new Words(crew.speed().isPresent() ? " " : ""), crew.speed().isPresent() ? dispatching.travel() : new Words(""),
                new Words(" and wait for work "), dispatching.idleAt(), new Words("."));
    }

    /** Said of those who carry anything. */
    private Optional<Sentence> carrying() {
        Optional<Trolley> trolley = crew.trolley();
        if (trolley.isEmpty()) {
            boolean carry = study.links().stream().anyMatch(link -> link.travel() instanceof Travel.Carried by && crew.meets(by.need()));
            return carry
                    ? Optional.of(new Sentence(new Words("They carry in their hands. "),
                            act("add trolley", "+ trolley", crew(c -> c.withTrolley(Optional.of(new Trolley(6, Optional.empty())))))))
                    : Optional.empty();
        }
        Optional<Quantity> speed = trolley.get().speed();
        return Optional.of(new Sentence(new Words("Who carries pushes a trolley with room for "),
                typed("trolley pieces", Typed.pieces(trolley.get().pieces()), String.valueOf(trolley.get().pieces()),
                        "A whole number from 1 to 200; a link may say fewer",
                        text -> trolley(t -> t.withPieces(Typed.whole(text, "The pieces on a trolley")))),
                new Words(", loaded at "),
                typed("trolley speed", speed.map(Quantity::toString).orElse(AS_THEY_WALK), speed.map(Quantity::toString).orElse(""),
                        "A speed such as 0.9 m/s; empty: as they walk",
                        text -> trolley(t -> t.withSpeed(text.isBlank() || text.strip().equals(AS_THEY_WALK)
                                ? Optional.empty()
                                : Optional.of(Quantity.parse(text, Dimension.SPEED))))),
                new Words(". "), act("take out trolley", "take it out", crew(c -> c.withTrolley(Optional.empty())))));
    }

    private UnaryOperator<Study> trolley(UnaryOperator<Trolley> change) {
        return crew(c -> c.withTrolley(c.trolley().map(change)));
    }

    private Sentence breaks() {
        List<String> areas = new ArrayList<>(List.of("at home"));
        study.all(BreakArea.class).stream().map(PlantElement::name).forEach(areas::add);
        return new Sentence(new Words("They spend breaks "),
                picked("break area", crew.breakArea().isEmpty() ? "at home" : crew.breakArea(), areas,
                        text -> crew(c -> c.withBreakArea(text.equals("at home") ? "" : text))),
                new Words("."));
    }

    /** Where they are needed, so that nobody has to look for it. */
    private Sentence used() {
        List<String> places = study.elements().stream().filter(element -> needs(element).stream().anyMatch(need -> crew.meets(need)))
                .map(PlantElement::name).toList();
        String text = places.isEmpty()
                ? "Nobody needs them yet: say so on the card of a station, with + needs."
                : "They are needed at " + places.stream().limit(6).collect(Collectors.joining(", "))
                        + (places.size() > 6 ? " and others." : ".");
        return new Sentence(new Words(text));
    }

    private List<Need> needs(PlantElement element) {
        List<Need> all = new ArrayList<>(study.carryNeedsFrom(element.name()));
        study.linksFrom(element.name()).stream().flatMap(link -> link.failures().stream()).map(FailureMode::repairedBy)
                .forEach(all::addAll);
        element.basics().duty().failures().stream().map(FailureMode::repairedBy).forEach(all::addAll);
        if (element instanceof WorkEquipment work) {
            all.addAll(work.needs());
        }
        return all;
    }

    private UnaryOperator<Study> crew(UnaryOperator<Crew> change) {
        return s -> s.changed(crew.name(), e -> change.apply((Crew) e));
    }
}
