package rhombic.study;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Quantity;
import rhombic.study.change.ChangeWords;
import rhombic.study.change.Changes;
import rhombic.study.change.Merge;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Operation;
import rhombic.testplants.RandomStudies;
import rhombic.validation.Lines;

/** Changes of an alternative made to a base that has gone on. */
class MergeTest {
    private final Study base = new Lines()
            .chain(Lines.arrivals("In", "75 s", 1), Lines.station("S", 1, 3, "60 s"), Lines.buffer("B", 4), Lines.goodsOut("Out"))
            .study(8, 0, 1);

    private static Study room(Study study, int room) {
        return study.changed("B", e -> ((Buffer) e).withCapacity(OptionalInt.of(room)));
    }

    private static Study places(Study study, int places) {
        return study.changed("S", e -> ((Station) e).withPlaces(places));
    }

    /** Where the base is as it was, merging is making the changes. */
    @Property(tries = 200, seed = "20261126")
    void toTheSameBaseTheChangesAreJustMade(@ForAll long seed) {
        Study before = RandomStudies.of(seed);
        Study after = RandomStudies.of(seed + 1).named(before.name());
        Merge.Merged merged = Merge.of(before, Changes.between(before, after));
        assertEquals(after, merged.study());
        assertEquals(List.of(), merged.contradictions());
    }

    @Test
    void aChangeToTheBaseReachesAnAlternativeThatDoesNotContradictIt() {
        Changes alternative = Changes.between(base, room(base, 9));
        Merge.Merged merged = Merge.of(places(base, 2), alternative);
        assertEquals(room(places(base, 2), 9), merged.study());
        assertEquals(List.of(), merged.contradictions());
    }

    @Test
    void partsOfOneFieldAreToldApart() {
        Study slower = base.changed("S", e -> ((Station) e).with(((Station) e).work().withTime(new TimeSource.Drawn(Lines.time("70 s")))));
        Study named = base.changed("S", e -> ((Station) e).with(((Station) e).work()
                .withOperations(
                        List.of(new Operation("weld", ((Station) e).work().operations().getFirst().time(), false)))));
        Merge.Merged merged = Merge.of(slower, Changes.between(base, named));
        Station station = (Station) merged.study().find("S").orElseThrow();
        assertEquals("70 s", station.work().operations().getFirst().time().toString(), "the time is the base's");
        assertEquals("weld", station.work().operations().getFirst().name(), "the name is the alternative's");
        assertEquals(List.of(), merged.contradictions());
    }

    @Test
    void whatBothHaveChangedIsAContradictionAndTheAlternativeKeepsItsOwn() {
        Merge.Merged merged = Merge.of(room(base, 6), Changes.between(base, room(base, 9)));
        assertEquals(room(base, 9), merged.study());
        assertEquals(List.of("B: the base has set capacity otherwise by now (6); this keeps its own"), merged.contradictions());
    }

    @Test
    void whatTheBaseNoLongerHasIsLeftOutAndTold() {
        Study without = base.without(Set.of("B"));
        Merge.Merged merged = Merge.of(without, Changes.between(base, room(places(base, 2), 9)));
        assertEquals(places(without, 2), merged.study());
        assertEquals(1, merged.contradictions().size());
        assertTrue(merged.contradictions().getFirst().contains("has no B any more"), merged.contradictions()::toString);
    }

    @Test
    void anAddedLinkToWhatIsGoneIsLeftOutAndTold() {
        Study linked = base.with(Lines.station("T", 1, 0, "5 s")).linked("B", "T").linked("T", "Out");
        Merge.Merged merged = Merge.of(base.without(Set.of("B")), Changes.between(base, linked));
        assertTrue(merged.study().find("T").isPresent());
        assertTrue(merged.study().linksFrom("B").isEmpty());
        assertTrue(merged.contradictions().stream().anyMatch(told -> told.contains("link from B to T")), merged.contradictions()::toString);
    }

    @Test
    void aNewNameInTheBaseReachesAlternativesFactorsAndResponses() {
        Study compared = base.withComparison(Comparison.NONE
                .with(new Alternative("More room",
                        Changes.between(base, room(base, 9).with(Lines.station("T", 1, 0, "5 s")).linked("B", "T")), null))
                .withResponses(List.of("B: content mean", "throughput")));
        Study renamed = compared.changed("B", e -> e.named("Store"));
        assertEquals(List.of("Store: content mean", "throughput"), renamed.comparison().responses());
        Merge.Merged merged = Merge.of(renamed, renamed.comparison().alternatives().getFirst().changes());
        assertEquals(List.of(), merged.contradictions());
        assertEquals(OptionalInt.of(9), ((Buffer) merged.study().find("Store").orElseThrow()).capacity());
        assertTrue(merged.study().links().stream().anyMatch(l -> l.from().equals("Store") && l.to().equals("T")));
    }

    @Test
    void changesAreSaidInWords() {
        Study other = room(base, 9).with(Lines.station("T", 1, 0, "5 s")).linked("B", "T");
        assertEquals(List.of("T added", "B: capacity 4 \u2192 9"), ChangeWords.of(base, Changes.between(base, other)));
        Study moved = base.changedAll(Set.of("S", "Out"), e -> e.placed(e.placement().movedBy(1, 2)))
                .withPlan(base.plan().withWarmUp(Quantity.hours(1)));
        assertEquals(List.of("The run: warm up 0 h \u2192 1 h", "S, Out moved"), ChangeWords.of(base, Changes.between(base, moved)));
        assertEquals(Set.of("T", "B"), ChangeWords.touched(base, other));
        PlantElement same = base.find("S").orElseThrow();
        assertEquals(List.of(), ChangeWords.of(base, Changes.of(same, same)));
    }
}
