package rhombic.study;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.ObjectInputStream;
import java.io.ObjectOutputStream;
import java.util.List;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import rhombic.study.change.Address;
import rhombic.study.change.Change;
import rhombic.study.change.Changes;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Kinds;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;
import rhombic.testplants.RandomStudies;
import rhombic.validation.Lines;

class ChangesTest {
    private final Study line = new Lines()
            .chain(Lines.arrivals("In", "75 s", 1), Lines.station("S", 1, 3, "60 s"), Lines.buffer("B", 4), Lines.goodsOut("Out"))
            .study(8, 0, 1);

    /** From any study to any other and back, whatever lies between. */
    @Property(tries = 300, seed = "20261125")
    void everyChangeUndoneGivesTheSameStudy(@ForAll long seed) {
        Random random = new Random(seed);
        Study before = RandomStudies.of(seed);
        Study after = random.nextInt(4) == 0 ? RandomStudies.of(seed + 1) : mutated(before, random);
        Changes changes = Changes.between(before, after);
        assertEquals(after, changes.applyTo(before));
        assertEquals(before, changes.undone().applyTo(after));
        assertEquals(changes, changes.undone().undone());
    }

    private static Study mutated(Study study, Random random) {
        Study result = study;
        for (int i = 0; i < 4; i++) {
            PlantElement element = result.elements().get(random.nextInt(result.elements().size()));
            result = switch (random.nextInt(7)) {
                case 0 -> result.changed(element.name(), e -> e.named("Named " + random.nextInt(1_000_000)));
                case 1 -> result.changedAll(Set.of(element.name()), e -> e.placed(e.placement().movedBy(1, 2)));
                case 2 -> result.elements().size() > 2 ? result.without(Set.of(element.name())) : result;
                case 3 -> result.with(Lines.station(Names.free("New", result.names()), 2, 1, "9 s"));
                case 4 -> result.withLinks(result.links().reversed());
                case 5 -> result.withPlan(result.plan().withSeed(random.nextInt()));
                default -> result.linked(element.name(), result.elements().getFirst().name());
            };
        }
        return result;
    }

    @Test
    void aChangeOfOneValueIsOneChangeAtItsAddress() {
        Study wider = line.changed("B", e -> ((Buffer) e).withCapacity(OptionalInt.of(9)));
        Changes changes = Changes.between(line, wider);
        Change.Set set = assertInstanceOf(Change.Set.class, changes.all().getFirst());
        assertEquals(1, changes.all().size());
        assertEquals("B/capacity", set.at().toString());
        assertEquals(OptionalInt.of(9), set.at().value(wider).orElseThrow());
        assertEquals("set capacity of B", set.text());
        Study other = line.changed("B", e -> e.named("Store"));
        assertEquals(OptionalInt.of(9), ((Buffer) changes.applyTo(other).find("Store").orElseThrow()).capacity(),
                "an address does not hang on the name");
    }

    @Test
    void aNewNameIsOneChangeAndAllThatNamesItFollows() {
        Study renamed = line.changed("S", e -> e.named("Oven"));
        Changes changes = Changes.between(line, renamed);
        assertEquals(List.of("rename S to Oven"), changes.all().stream().map(Change::text).toList());
        assertEquals("Oven", changes.applyTo(line).links().getFirst().to());
    }

    @Test
    void aChangeAboutWhatIsNotThereIsRefused() {
        Change change = Changes.set(line.find("B").orElseThrow(), "capacity", OptionalInt.of(2));
        Study without = line.without(Set.of("B"));
        StudyException refused = assertThrows(StudyException.class, () -> new Changes(List.of(change)).applyTo(without));
        assertTrue(refused.getMessage().contains("equipment \u201cB\u201d, which is not there"), refused.getMessage());
        assertThrows(StudyException.class,
                () -> new Changes(List.of(Changes.set(line.find("S").orElseThrow(), "places", 0))).applyTo(line));
        assertTrue(new Address("", "B", "nothing").value(line).isEmpty());
    }

    @Test
    void changesCanBeSentAsTheyAre() throws Exception {
        Changes changes = Changes.between(line,
                line.changed("B", e -> ((Buffer) e).withCapacity(OptionalInt.empty())).changed("S", e -> ((Station) e).withPlaces(3)));
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ObjectOutputStream out = new ObjectOutputStream(bytes)) {
            out.writeObject(changes);
        }
        try (ObjectInputStream in = new ObjectInputStream(new ByteArrayInputStream(bytes.toByteArray()))) {
            assertEquals(changes, in.readObject());
        }
    }

    /** A kind can be changed with links, place and all that both kinds have. */
    @Test
    void anotherKindKeepsWhatBothHave() {
        Station station = (Station) line.find("S").orElseThrow();
        UnpackingStation unpacking = Kinds.changedTo(UnpackingStation.KIND, station);
        assertEquals(station.work(), unpacking.work());
        assertEquals(station.basics(), unpacking.basics());
        Study changed = line.changed("S", e -> unpacking);
        assertEquals(line.links(), changed.links());
        assertEquals(changed, Changes.between(line, changed).applyTo(line));
        assertEquals(OptionalInt.empty(), Kinds.changedTo(Buffer.KIND, station).capacity());
    }
}
