package rhombic.formats.torture;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;

/** Damages texts, as disks, hands and other programs do. */
final class Mutilation {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final List<String> TEXTS = List.of("", " ", "0", "-1", "1e-320", "1e308", "NaN", "0 s", "1e300 d", "-5 s", "1e-12 s",
            "106751 d", "0 m/s", "1e-300 m/s", "100 %", "1e-320 %", "exponential(0 s)", "normal(1 s, 1e9 s)", "erlang(99999, 1 s)",
            "discrete(1 s: 0)", "piece.type", "((((((", "a".repeat(81), "a".repeat(80), "\u0000", "\uD800", "=1+1", "x\ny", "Piece", "S",
            "L",
            "uniform(0, 1) < 0.5", "here.content", "at('Nowhere').content", "1/0", "120:00", "99:59:59", "25:00", "mon-sun 00:00-24:00",
            "every 1e-10 s", "signal go", "\u6D82\u88C5");

    private final Random random;

    Mutilation(Random random) {
        this.random = random;
    }

    /** A JSON document changed in up to five places, or its text damaged. */
    String json(String text) throws IOException {
        if (random.nextInt(5) == 0) {
            return text(text);
        }
        JsonNode root = JSON.readTree(text);
        int changes = random.nextInt(3) == 0 ? 1 + random.nextInt(5) : 1;
        for (int i = 0; i < changes; i++) {
            List<JsonNode> holders = new ArrayList<>();
            collect(root, holders);
            if (!holders.isEmpty()) {
                change(holders.get(random.nextInt(holders.size())), holders);
            }
        }
        return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(root);
    }

    private static void collect(JsonNode node, List<JsonNode> holders) {
        if (node.isContainerNode() && !node.isEmpty()) {
            holders.add(node);
            node.forEach(inner -> collect(inner, holders));
        }
    }

    private void change(JsonNode holder, List<JsonNode> others) {
        if (holder instanceof ObjectNode object) {
            List<String> keys = new ArrayList<>();
            object.fieldNames().forEachRemaining(keys::add);
            String key = keys.get(random.nextInt(keys.size()));
            switch (random.nextInt(6)) {
                case 0 -> object.remove(key);
                case 1 -> object.set("unheardOf", object.get(key).deepCopy());
                case 2 -> object.set(key, others.get(random.nextInt(others.size())).deepCopy());
                default -> object.set(key, value(object.get(key)));
            }
        } else if (holder instanceof ArrayNode array) {
            int at = random.nextInt(array.size());
            switch (random.nextInt(4)) {
                case 0 -> array.remove(at);
                case 1 -> array.insert(at, array.get(at).deepCopy());
                case 2 -> array.insert(at, array.remove(random.nextInt(array.size())));
                default -> array.set(at, value(array.get(at)));
            }
        }
    }

    private JsonNode value(JsonNode before) {
        return switch (random.nextInt(before.isNumber() ? 4 : 8)) {
            case 0 -> JSON.getNodeFactory().numberNode(new double[] {0, -1, 1e-320, 1e308, 0.5, 2147483648.0}[random.nextInt(6)]);
            case 1 -> JSON.getNodeFactory().numberNode(new int[] {0, -1, 1, 2, 7, 100, Integer.MAX_VALUE}[random.nextInt(7)]);
            case 2 -> JSON.getNodeFactory().nullNode();
            case 3 -> JSON.getNodeFactory().booleanNode(random.nextBoolean());
            case 4 -> before.isTextual() ? JSON.getNodeFactory().textNode(text(before.asText())) : JSON.getNodeFactory().textNode("");
            default -> JSON.getNodeFactory().textNode(TEXTS.get(random.nextInt(TEXTS.size())));
        };
    }

    /** Letters lost, doubled, swapped or put in, or an end cut off. */
    String text(String text) {
        StringBuilder damaged = new StringBuilder(text);
        int changes = 1 + random.nextInt(4);
        for (int i = 0; i < changes && !damaged.isEmpty(); i++) {
            int at = random.nextInt(damaged.length());
            switch (random.nextInt(6)) {
                case 0 -> damaged.deleteCharAt(at);
                case 1 -> damaged.insert(at, damaged.charAt(at));
                case 2 -> damaged.setCharAt(at, (char) (32 + random.nextInt(95)));
                case 3 -> damaged.insert(at, TEXTS.get(random.nextInt(TEXTS.size())));
                case 4 -> damaged.setLength(at);
                default -> damaged.setCharAt(at, damaged.charAt(random.nextInt(damaged.length())));
            }
        }
        return damaged.toString();
    }

    byte[] bytes(byte[] bytes) {
        byte[] damaged = bytes.clone();
        int changes = 1 + random.nextInt(20);
        for (int i = 0; i < changes && damaged.length > 0; i++) {
            damaged[random.nextInt(damaged.length)] = (byte) random.nextInt(256);
        }
        return random.nextInt(4) == 0 ? Arrays.copyOf(damaged, random.nextInt(damaged.length + 1)) : damaged;
    }

    /** Signs of formulas in any order. */
    String formula() {
        List<String> signs = List.of("1", "0", "2.5", "1e308", "piece", ".", "type", "here", "content", "at('S')", "(", ")", "+", "-", "*",
                "/", "^", "%", "!", "&&", "||", "<", "==", "'a'", "\"", "if", "min(", "max(", ",", "table(", "uniform(0, 1)", "$", "\u00e9",
                "-", "-", "!", "!");
        StringBuilder formula = new StringBuilder();
        int count = random.nextInt(40);
        for (int i = 0; i < count; i++) {
            String sign = signs.get(random.nextInt(signs.size()));
            formula.append(sign.repeat(random.nextInt(30) == 0 ? 1 + random.nextInt(400) : 1));
        }
        return formula.toString();
    }

    static byte[] utf8(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }
}
