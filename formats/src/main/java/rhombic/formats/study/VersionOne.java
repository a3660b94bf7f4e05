package rhombic.formats.study;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.databind.node.TextNode;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.study.Study;
import rhombic.study.Travel;

/**
 * Files of version 1, told in the keys of version 2. What the two have in common is passed on as it stands; the places of faults are told
 * in the keys that the file has.
 */
final class VersionOne {
    /**
     * @param inside what the value holds, by its name in {@link #KEYS}; empty: nothing with other keys
     */
    private record Key(String before, String now, String inside) {
        private static Key renamed(String before, String now) {
            return new Key(before, now, "");
        }

        private static Key holds(String name, String inside) {
            return new Key(name, name, inside);
        }
    }

    private static final Map<String, List<Key>> KEYS = Map.ofEntries(
            Map.entry("study", List.of(Key.holds("run", "run"), Key.holds("pieceTypes", "piece type"), Key.holds("equipment", "equipment"),
                    Key.holds("links", "link"), Key.holds("rules", "rule"), Key.holds("comparison", "comparison"))),
            Map.entry("run", List.of(Key.renamed("untilOut", "stopAfterPieces"), Key.holds("target", "target"))),
            Map.entry("target", List.of(Key.renamed("from", "min"), Key.renamed("to", "max"))),
            Map.entry("piece type", List.of(Key.renamed("carrier", "loadCarrier"))),
            Map.entry("equipment", List.of(new Key("at", "position", "place"), new Key("seat", "pieceOffset", "place"),
                    Key.renamed("wayOut", "routing"), Key.renamed("taking", "selection"), Key.renamed("whenOver", "atShiftEnd"),
                    Key.renamed("stand", "standOffset"), Key.holds("failures", "failure"), Key.holds("supply", "supply"),
                    Key.holds("whenFull", "when full"), Key.renamed("most", "maxPieces"), Key.renamed("room", "capacity"),
                    Key.renamed("inputRoom", "inputCapacity"), Key.renamed("partRoom", "partCapacity"),
                    new Key("setters", "setupCrew", "need"), Key.holds("operations", "operation"), Key.holds("service", "operation"),
                    Key.holds("load", "load"), Key.holds("inspection", "inspection"), Key.renamed("way", "method"),
                    Key.renamed("lie", "orientation"), Key.renamed("off", "offTimes"), Key.renamed("heaviest", "maxWeight"),
                    Key.holds("fittings", "fitting"), Key.renamed("who", "personRule"), Key.renamed("which", "jobRule"),
                    Key.renamed("waits", "idleAt"))),
            Map.entry("place", List.of(Key.renamed("turned", "heading"))),
            Map.entry("supply", List.of(Key.renamed("between", "interarrival"), Key.renamed("first", "firstArrival"),
                    Key.holds("timetable", "timetable"))),
            Map.entry("timetable", List.of(Key.holds("rows", "row"))), Map.entry("row", List.of(Key.renamed("at", "time"))),
            Map.entry("load", List.of(Key.renamed("longestWait", "maxWait"))),
            Map.entry("inspection", List.of(Key.renamed("fails", "failShare"), Key.renamed("mostTimes", "maxReworks"),
                    Key.renamed("room", "capacity"))),
            Map.entry("operation", List.of(Key.holds("needs", "need"))),
            Map.entry("need", List.of(Key.renamed("whom", "skill"), Key.renamed("part", "share"), Key.renamed("yields", "preemptible"))),
            Map.entry("failure", List.of(Key.holds("up", "up"), Key.renamed("first", "firstFailure"),
                    Key.renamed("piece", "interruptedPiece"), Key.renamed("handsOn", "passesWhileDown"), Key.renamed("also", "stopsWith"),
                    Key.holds("repairedBy", "need"))),
            Map.entry("up", List.of(Key.renamed("at", "time"))),
            Map.entry("fitting",
                    List.of(Key.renamed("at", "position"), Key.renamed("wayOut", "routing"), Key.renamed("first", "priority"))),
            Map.entry("link",
                    List.of(new Key("only", "filter", "filter"), Key.holds("travel", "travel"), Key.holds("failures", "failure"))),
            Map.entry("filter", List.of(Key.renamed("where", "condition"))),
            Map.entry("travel", List.of(Key.renamed("most", "maxPieces"), Key.holds("carriedBy", "need"))),
            Map.entry("rule", List.of(Key.holds("when", "when"), Key.holds("then", "action"))),
            Map.entry("when", List.of(Key.renamed("at", "element"))), Map.entry("action", List.of(Key.renamed("at", "goodsIn"))),
            Map.entry("comparison", List.of(Key.renamed("narrow", "targetHalfWidth"), Key.renamed("against", "reference"),
                    Key.holds("alternatives", "alternative"), Key.holds("factors", "factor"), Key.holds("board", "chart"))),
            Map.entry("alternative", List.of(Key.holds("changes", "change"))), Map.entry("factor", List.of(Key.holds("levels", "level"))),
            Map.entry("level", List.of(Key.renamed("said", "text"), Key.holds("changes", "change"))),
            Map.entry("chart", List.of(Key.renamed("things", "elements"), Key.renamed("smooth", "movingMean"))),
            Map.entry("changes", List.of(Key.holds("changes", "change"))));

    private static final Map<String, String> WORDS = Map.of("when full/turn away", "reject", "filter/carriers", "loadCarriers");

    /** The place in the file of what has another one now. */
    private final Map<String, String> placeBefore = new HashMap<>();

    /** The study in the keys of version 2. */
    JsonNode study(JsonNode root) {
        JsonNode now = told(root, "study", "", "");
        keepDrawsOfFilters(now);
        return now;
    }

    /** Changes, as a file of their own, in the keys of version 2. */
    JsonNode changes(JsonNode root) {
        return told(root, "changes", "", "");
    }

    /** The fault at the place where the file has it. */
    StudyFormatException.Fault inFile(StudyFormatException.Fault fault) {
        String longest = "";
        for (String place : placeBefore.keySet()) {
            boolean isInside = fault.place().equals(place) || fault.place().startsWith(place + ".")
                    || fault.place().startsWith(place + "[");
            longest = isInside && place.length() > longest.length() ? place : longest;
        }
        return longest.isEmpty()
                ? fault
                : new StudyFormatException.Fault(placeBefore.get(longest) + fault.place().substring(longest.length()), fault.message());
    }

    /** What draws otherwise than it did: of links between the same two elements all but the first. */
    static List<String> notes(Study study) {
        Set<String> first = new HashSet<>();
        return study.links().stream().filter(link -> !first.add(link.from() + "\u0000" + link.to()))
                .filter(link -> link.travel() instanceof Travel.InTime || !link.failures().isEmpty())
                .map(link -> "The second link from " + link.from() + " to " + link.to()
                        + " draws random numbers of its own now: its figures differ from those of older programs")
                .toList();
    }

    private JsonNode told(JsonNode node, String type, String place, String before) {
        if (node instanceof ArrayNode list) {
            for (int i = 0; i < list.size(); i++) {
                list.set(i, told(list.get(i), type, place + "[" + i + "]", before + "[" + i + "]"));
            }
            return list;
        }
        if (node.isTextual()) {
            return TextNode.valueOf(WORDS.getOrDefault(type + "/" + node.textValue(), node.textValue()));
        }
        return !(node instanceof ObjectNode object)
                ? node
                : type.equals("change") ? change(object, place, before) : fields(object, type, place, before);
    }

    private ObjectNode fields(ObjectNode object, String type, String place, String before) {
        ObjectNode now = object.objectNode();
        for (Map.Entry<String, JsonNode> field : object.properties()) {
            Key key = key(type, field.getKey());
            String placeNow = at(place, key.now);
            String placeThen = at(before, key.before);
            if (!placeNow.equals(placeThen)) {
                placeBefore.put(placeNow, placeThen);
            }
            now.set(key.now, key.inside.isEmpty() ? field.getValue() : told(field.getValue(), key.inside, placeNow, placeThen));
        }
        return now;
    }

    private static Key key(String type, String name) {
        return KEYS.getOrDefault(type, List.of()).stream().filter(key -> key.before.equals(name)).findFirst()
                .orElse(new Key(name, name, ""));
    }

    private static String at(String place, String field) {
        return place.isEmpty() ? field : place + "." + field;
    }

    /** What a change holds before and after depends on what it changes. */
    private ObjectNode change(ObjectNode change, String place, String before) {
        String inside = switch (change.path("change").asText()) {
            case "set" -> "equipment";
            case "plan" -> "run";
            case "comparison" -> "comparison";
            case "add", "take out", "replace" -> change.path("part").asText();
            default -> "";
        };
        ObjectNode now = change.objectNode();
        for (Map.Entry<String, JsonNode> field : change.properties()) {
            String name = switch (field.getKey()) {
                case "thing" -> "element";
                case "what" -> "kind";
                case "at" -> "index";
                default -> field.getKey();
            };
            String placeNow = at(place, name);
            String placeThen = at(before, field.getKey());
            if (!placeNow.equals(placeThen)) {
                placeBefore.put(placeNow, placeThen);
            }
            now.set(name, switch (name) {
                case "field" -> TextNode.valueOf(key("equipment", field.getValue().asText()).now);
                case "before", "after", "item" -> told(field.getValue(), inside, placeNow, placeThen);
                default -> field.getValue();
            });
        }
        return now;
    }

    /**
     * A filter that draws did so by its place among the links of its giver. The link is given an id that says this place, so that its
     * draws stay.
     */
    private static void keepDrawsOfFilters(JsonNode study) {
        Map<String, JsonNode> givers = new HashMap<>();
        study.path("equipment").forEach(element -> givers.put(element.path("name").asText(), element));
        Map<String, Integer> count = new HashMap<>();
        for (JsonNode link : study.path("links")) {
            JsonNode giver = givers.get(link.path("from").asText());
            if (giver == null || !(link instanceof ObjectNode object)) {
                continue;
            }
            Set<String> diverts = new HashSet<>();
            giver.path("fittings").forEach(fitting -> diverts.add(fitting.path("divert").asText()));
            String port = link.path("fromPort").asText();
            String divert = !port.isEmpty() && diverts.contains(port) ? "\u0000" + port : "";
            int number = count.merge(link.path("from").asText() + divert, 1, Integer::sum) - 1;
            if (draws(link.path("filter").path("condition").asText())) {
                object.put("id", giver.path("id").asText(link.path("from").asText()) + "\u0000link " + number + divert);
            }
        }
    }

    private static boolean draws(String formula) {
        try {
            return !formula.isBlank() && Formula.parse(formula).draws();
        } catch (FormulaException e) {
            return false; // told when it is checked
        }
    }
}
