package rhombic.study.change;

import java.io.Serializable;
import java.util.List;
import rhombic.study.Link;
import rhombic.study.NamedView;
import rhombic.study.Renaming;
import rhombic.study.Rule;
import rhombic.study.Study;
import rhombic.study.duty.Calendar;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.Identified;
import rhombic.study.value.PieceType;
import rhombic.study.value.Table;

/** The lists that a study is made of. */
public enum Part {
    PIECE_TYPE("piece type") {
        @Override
        List<?> of(Study study) {
            return study.pieceTypes();
        }
    },
    EQUIPMENT("equipment") {
        @Override
        List<?> of(Study study) {
            return study.elements();
        }
    },
    LINK("link") {
        @Override
        List<?> of(Study study) {
            return study.links();
        }
    },
    TABLE("table") {
        @Override
        List<?> of(Study study) {
            return study.tables();
        }
    },
    RULE("rule") {
        @Override
        List<?> of(Study study) {
            return study.rules();
        }
    },
    VIEW("view") {
        @Override
        List<?> of(Study study) {
            return study.views();
        }
    },
    CALENDAR("calendar") {
        @Override
        List<?> of(Study study) {
            return study.calendars();
        }
    };

    private final String word;

    Part(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }

    abstract List<?> of(Study study);

    /** What tells the items of one list apart: the id of equipment, the ends of a link, else the name. */
    static String key(Object item) {
        return switch (item) {
            case PlantElement element -> element.id();
            case Link link -> link.from() + "\u0000" + link.fromPort() + "\u0000" + link.to() + "\u0000" + link.toPort();
            case PieceType type -> type.name();
            case Table table -> table.name();
            case Rule rule -> rule.name();
            case NamedView view -> view.name();
            case Calendar calendar -> calendar.name();
            default -> throw new IllegalArgumentException("No part of a study: " + item);
        };
    }

    /** Whether the two are alike; an item that was written down without an id has that of what is there. */
    static boolean isSame(Object there, Object item) {
        Object known = item instanceof Identified<?> one && one.id().isEmpty() && there instanceof Identified<?> other
                ? one.withId(other.id())
                : item;
        return there.equals(known);
    }

    /** The item with a new name for something. */
    static Serializable renamed(Serializable item, Renaming renaming) {
        return switch (item) {
            case PlantElement element -> element.name().equals(renaming.from()) && renaming.kind() == Renaming.Kind.EQUIPMENT
                    ? renaming.in(element.named(renaming.to()))
                    : renaming.in(element);
            case Link link -> renaming.in(link);
            case PieceType type -> renaming.in(type);
            case Table table -> renaming.in(table);
            case Rule rule -> renaming.in(rule);
            case Calendar calendar -> renaming.in(calendar);
            default -> item;
        };
    }

    /** As people call it. */
    static String text(Object item) {
        return switch (item) {
            case PlantElement element -> element.name();
            case Link link -> "the link from " + link.from() + " to " + link.to();
            case PieceType type -> "piece type " + type.name();
            case Table table -> "table " + table.name();
            case Rule rule -> "rule " + rule.name();
            case NamedView view -> "view " + view.name();
            case Calendar calendar -> "calendar " + calendar.name();
            default -> throw new IllegalArgumentException("No part of a study: " + item);
        };
    }
}
