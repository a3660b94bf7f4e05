package rhombic.formats.study;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.field.NameChange;
import rhombic.study.field.OneOf;
import rhombic.study.value.StudyException;

/** A value that no reader, writer or renaming knows is read, written and renamed from its declaration alone. */
class DeclaredValuesTest {
    /** Where a cart waits: at an element, or for a time. */
    private sealed interface Wait {
        record At(String element) implements Wait {}

        record During(Distribution time) implements Wait {}
    }

    private static final OneOf<Wait> WAIT = OneOf.of("wait",
            OneOf.variant("at", Wait.At.class, Composite.of("waitAt", wait -> {
                var at = wait.required("at", "Where.", FieldType.ELEMENT, Wait.At::element);
                return v -> new Wait.At(v.get(at));
            })),
            OneOf.variant("during", Wait.During.class, Composite.of("waitDuring", wait -> {
                var time = wait.required("during", "How long.", FieldType.DURATION, Wait.During::time);
                return v -> new Wait.During(v.get(time));
            })));

    private record Cart(String name, int capacity, Optional<String> type, List<Wait> waits) {
        static final Composite<Cart> TYPE = Composite.of("cart", cart -> {
            var name = cart.required("name", "What it is called.", FieldType.OWN_NAME, Cart::name);
            var capacity = cart.optional("capacity", "How many it carries; missing: 1.", new FieldType.Whole(1, 10), 1, Cart::capacity);
            var type = cart.maybe("type", "The only type it carries.", FieldType.PIECE_TYPE, Cart::type);
            var waits = cart.optional("waits", "Where it waits.", new FieldType.Several<>(WAIT), List.of(), Cart::waits);
            return v -> new Cart(v.get(name), v.get(capacity), v.get(type), v.get(waits));
        });

        private Cart {
            if (capacity > 10) {
                throw new StudyException("A cart carries at most 10");
            }
        }
    }

    private static final Cart FULL = new Cart("A", 4, Optional.of("Box"),
            List.of(new Wait.At("Station 1"), new Wait.During(DistributionText.parse("exponential(5 min)"))));
    private final List<StudyFormatException.Fault> faults = new ArrayList<>();

    private Optional<Cart> read(String json) throws Exception {
        JsonNode node = StudyWriter.JSON.readTree(json);
        Fields fields = new Fields(node, "cart", faults);
        Optional<Cart> cart = FieldReader.object(Cart.TYPE, fields);
        fields.refuseUnread();
        return cart;
    }

    private String fault(String json) throws Exception {
        faults.clear();
        read(json);
        assertEquals(1, faults.size(), faults.toString());
        return faults.getFirst().place() + " " + faults.getFirst().message();
    }

    @Test
    void whatIsWrittenReadsAsTheSame() throws Exception {
        ObjectNode written = FieldWriter.object(Cart.TYPE, FULL);
        assertEquals(
                "{\"name\":\"A\",\"capacity\":4,\"type\":\"Box\",\"waits\":[{\"at\":\"Station 1\"},{\"during\":\"exponential(5 min)\"}]}",
                written.toString());
        assertEquals(Optional.of(FULL), read(written.toString()));
        Cart plain = new Cart("B", 1, Optional.empty(), List.of());
        assertEquals("{\"name\":\"B\"}", FieldWriter.object(Cart.TYPE, plain).toString(), "usual values are left out");
        assertEquals(Optional.of(plain), read("{\"name\":\"B\"}"));
        assertTrue(faults.isEmpty());
    }

    @Test
    void eachFaultIsToldAtItsPlace() throws Exception {
        assertEquals("cart.name is missing: add \"name\"", fault("{}"));
        assertEquals("cart A cart carries at most 10", fault("{\"name\":\"A\",\"capacity\":11}"));
        assertEquals("cart.capacity must be a whole number without a unit; got \"4\"", fault("{\"name\":\"A\",\"capacity\":\"4\"}"));
        assertEquals("cart.waits[1].during is missing: add \"at\" or \"during\"",
                fault("{\"name\":\"A\",\"waits\":[{\"at\":\"S\"},{\"for\":\"5 s\"}]}"));
        assertTrue(
                fault("{\"name\":\"A\",\"waits\":[{\"at\":\"S\",\"hue\":1}]}").startsWith("cart.waits[0].hue is not a field known here"));
        assertTrue(fault("{\"name\":\"A\",\"speed\":1}").contains("known: capacity, name, type, waits"));
    }

    @Test
    void newNamesReachWhateverItNames() {
        Cart renamed = Cart.TYPE.renamed(FULL, new Prefix());
        assertEquals(new Cart("A", 4, Optional.of("new Box"), List.of(new Wait.At("new Station 1"), FULL.waits().get(1))), renamed);
        Cart plain = new Cart("B", 1, Optional.empty(), List.of());
        assertSame(plain, Cart.TYPE.renamed(plain, new Prefix()), "it names nothing");
    }

    /** Gives every name another. */
    private static final class Prefix implements NameChange {
        @Override
        public String equipment(String name) {
            return "new " + name;
        }

        @Override
        public String type(String name) {
            return "new " + name;
        }

        @Override
        public String table(String name) {
            throw new AssertionError("no table is named");
        }

        @Override
        public String calendar(String name) {
            throw new AssertionError("no calendar is named");
        }

        @Override
        public String formula(String text) {
            throw new AssertionError("there is no formula");
        }
    }
}
