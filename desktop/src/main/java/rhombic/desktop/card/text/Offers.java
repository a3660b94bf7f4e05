package rhombic.desktop.card.text;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import rhombic.formula.Formula;
import rhombic.study.Study;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.value.Attribute;

/** All that a formula can read at a place, to be offered while one is typed. */
public final class Offers {
    private Offers() {}

    /** The same for the formula by which a group says who comes. */
    public static List<String> ofMembers(Study study) {
        List<String> offers = new ArrayList<>(new TreeSet<>(Formula.OF_MEMBER).stream().map(name -> "member." + name).toList());
        offers.addAll(at(study, List.of()));
        return offers;
    }

    /** The same for the formula by which a rack chooses slots. */
    public static List<String> inRack(Study study, Rack rack) {
        List<String> offers = new ArrayList<>(new TreeSet<>(Formula.OF_SLOT).stream().map(name -> "slot." + name).toList());
        offers.addAll(at(study, rack.basics().attributes()));
        return offers;
    }

    public static List<String> at(Study study, List<Attribute> here) {
        Set<String> offers = new LinkedHashSet<>();
        study.pieceTypes().forEach(type -> type.attributes().forEach(a -> offers.add("piece." + a.name())));
        new TreeSet<>(Formula.OF_PIECE).forEach(name -> offers.add("piece." + name));
        here.forEach(a -> offers.add("here." + a.name()));
        new TreeSet<>(Formula.OF_EQUIPMENT).forEach(name -> offers.add("here." + name));
        new TreeSet<>(Formula.OF_CLOCK).forEach(name -> offers.add("clock." + name));
        if (!study.crews().isEmpty()) {
            new TreeSet<>(Formula.OF_PERSON).forEach(name -> offers.add("person." + name));
        }
        study.tables().forEach(table -> offers
                .add("table('" + table.name() + "', " + (table.keys().size() == 1 ? "piece.type)" : "piece.type, here.name)")));
        for (PlantElement element : study.elements()) {
            element.basics().attributes().forEach(a -> offers.add("at('" + element.name() + "')." + a.name()));
            element.readable().forEach(name -> offers.add("at('" + element.name() + "')." + name));
            offers.add("at('" + element.name() + "').content");
        }
        new TreeSet<>(Formula.FUNCTIONS.keySet()).stream().filter(name -> !name.equals("at") && !name.equals("table"))
                .forEach(name -> offers.add(Formula.FUNCTIONS.get(name)));
        return new ArrayList<>(offers);
    }
}
