package rhombic.study.check;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Rule;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.FailureMode;
import rhombic.study.field.NameUse;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.Kinds;
import rhombic.study.kind.PlantElement;
import rhombic.study.work.Supply;

/** Everything in a study that names something else: formulas, piece types, tables, equipment, signals. */
final class Uses {
    /** A formula, where it stands, and whether there is a piece that it can be about. */
    record FormulaUse(String subject, String text, boolean aboutPiece, boolean atEquipment) {}

    record Named(String subject, String name) {}

    final List<FormulaUse> formulas = new ArrayList<>();
    /** Each once: a timetable names its types in every row. */
    final Set<Named> types = new LinkedHashSet<>();
    final List<Named> tables = new ArrayList<>();
    final List<Named> equipment = new ArrayList<>();
    final List<Named> calendars = new ArrayList<>();
    /** Crews and skills that something needs. */
    final List<Named> skills = new ArrayList<>();
    final Set<String> signalsSent = new HashSet<>();
    /** Formulas that can be read, by text. */
    final Map<String, Formula> read = new LinkedHashMap<>();
    /** Message for each formula that can't. */
    final Map<String, String> unreadable = new LinkedHashMap<>();

    Uses(Study study) {
        study.elements().forEach(this::ofEquipment);
        for (Link link : study.links()) {
            switch (link.filter()) {
                case LinkFilter.Types named -> types(link.from(), named.types());
                case LinkFilter.Condition condition -> formula(link.from(), condition.formula());
                case LinkFilter.All all -> {}
                case LinkFilter.LoadCarriers carriers -> {}
                case LinkFilter.Contents contents -> {}
            }
        }
        for (Link link : study.links()) {
            if (link.travel() instanceof Travel.Carried carried) {
                carried.need().inOrder().forEach(skill -> skills.add(new Named(link.from(), skill)));
            }
            FailureMode.SEVERAL.uses(link.failures(), at(link.from()));
        }
        study.rules().forEach(this::ofRule);
        for (FormulaUse use : formulas) {
            if (!read.containsKey(use.text()) && !unreadable.containsKey(use.text())) {
                try {
                    Formula formula = Formula.parse(use.text());
                    read.put(use.text(), formula);
                } catch (FormulaException e) {
                    unreadable.put(use.text(), String.valueOf(e.getMessage()));
                }
            }
        }
        formulas.forEach(use -> {
            Formula formula = read.get(use.text());
            if (formula != null) {
                formula.tables().forEach(name -> tables.add(new Named(use.subject(), name)));
                formula.readsAt().forEach(at -> equipment.add(new Named(use.subject(), at.equipment())));
            }
        });
    }

    private void ofEquipment(PlantElement element) {
        boolean byTimetable = element instanceof GoodsIn in && in.supply().orElse(null) instanceof Supply.ByTimetable;
        Kinds.uses(byTimetable ? ((GoodsIn) element).withMix(List.of()) : element, at(element.name()));
    }

    private NameUse at(String place) {
        return new NameUse() {
            @Override
            public void type(String name) {
                types.add(new Named(place, name));
            }

            @Override
            public void table(String name) {
                tables.add(new Named(place, name));
            }

            @Override
            public void equipment(String name) {
                equipment.add(new Named(place, name));
            }

            @Override
            public void calendar(String name) {
                calendars.add(new Named(place, name));
            }

            @Override
            public void skill(String name) {
                skills.add(new Named(place, name));
            }

            @Override
            public void formula(String text) {
                Uses.this.formula(place, text);
            }
        };
    }

    private void ofRule(Rule rule) {
        boolean aboutPiece = rule.when() instanceof Rule.When.Piece;
        boolean atEquipment = aboutPiece || rule.when() instanceof Rule.When.StateChanges;
        switch (rule.when()) {
            case Rule.When.Piece piece -> equipment.add(new Named(rule.name(), piece.at()));
            case Rule.When.StateChanges state -> equipment.add(new Named(rule.name(), state.at()));
            case Rule.When.Signal signal -> {}
            case Rule.When.TimeOfDay time -> {}
            case Rule.When.Every every -> {}
        }
        if (!rule.condition().isBlank()) {
            formulas.add(new FormulaUse(rule.name(), rule.condition(), aboutPiece, atEquipment));
        }
        for (Rule.Action action : rule.then()) {
            switch (action) {
                case Rule.Action.Set set -> {
                    formulas.add(new FormulaUse(rule.name(), set.formula(), aboutPiece, atEquipment));
                    if (!set.of().isEmpty()) {
                        equipment.add(new Named(rule.name(), set.of()));
                    }
                }
                case Rule.Action.Shut shut -> equipment.add(new Named(rule.name(), shut.equipment()));
                case Rule.Action.Open open -> equipment.add(new Named(rule.name(), open.equipment()));
                case Rule.Action.ShutOutlet shut -> equipment.add(new Named(rule.name(), shut.equipment()));
                case Rule.Action.Switch drive -> equipment.add(new Named(rule.name(), drive.equipment()));
                case Rule.Action.OpenOutlet open -> equipment.add(new Named(rule.name(), open.equipment()));
                case Rule.Action.Create create -> {
                    equipment.add(new Named(rule.name(), create.goodsIn()));
                    types(rule.name(), List.of(create.type()));
                }
                case Rule.Action.Signal signal -> signalsSent.add(signal.name());
                case Rule.Action.ChangeLook look -> {}
                case Rule.Action.Wait wait -> {}
                case Rule.Action.Scrap scrap -> {}
                case Rule.Action.StopRun stop -> {}
            }
        }
    }

    private void formula(String place, String text) {
        formulas.add(new FormulaUse(place, text, true, true));
    }

    private void types(String place, List<String> names) {
        names.forEach(name -> types.add(new Named(place, name)));
    }
}
