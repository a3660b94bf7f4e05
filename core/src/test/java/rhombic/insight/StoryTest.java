package rhombic.insight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.experiment.LiveRun;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.Study;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Station;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.Attribute;
import rhombic.study.value.Look;
import rhombic.study.value.PieceType;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Value;
import rhombic.study.work.Inspection;
import rhombic.study.work.Recipe;
import rhombic.study.work.Work;
import rhombic.trace.Moment;
import rhombic.validation.Lines;

/** What is said of a piece or an equipment that is clicked, in plants whose moments are known. */
class StoryTest {
    private static final long SECOND = 1_000_000_000L;

    private LiveRun run;
    private Study study;

    private Moment at(Lines lines, long seconds) {
        study = lines.study(1, 0, 1);
        run = new LiveRun(study);
        run.advance(study.plan().length().nanos(), () -> false);
        return run.trace().at(seconds * SECOND);
    }

    private String equipment(String name, Moment moment) {
        return new EquipmentStory(UnfoldedStudy.of(study)).doing(study.elements().indexOf(study.find(name).orElseThrow()), moment);
    }

    private String piece(int id, Moment moment) {
        return new PieceStory(UnfoldedStudy.of(study), run.trace()).doing(moment.piece(id).orElseThrow(), moment);
    }

    private static Work work(int places, int room, String text) {
        return Work.of(places, room, new TimeSource.Drawn(time(text)));
    }

    @Test
    void blockingIsTracedToWhereThereIsNoRoom() {
        Moment moment = at(new Lines().chain(stock("In", "Piece", 4), station("Quick", 1, 0, "10 s"), buffer("Lane", 1),
                station("Slow", 1, 0, "100 s"), goodsOut("Out")), 50);
        assertEquals("Has been blocked for 20 s: Piece 3 waits for room at Lane (1 of 1).", equipment("Quick", moment));
        assertEquals("Has worked without a break for 40 s.", equipment("Slow", moment));
        assertEquals("Holds 1 piece; the first has waited 30 s for room at Slow (1 of 1).", equipment("Lane", moment));
        assertEquals("1 piece has waited here, the first for 50 s, for room at Quick (1 of 1).", equipment("In", moment));
        assertEquals("Is done at Quick and has waited 20 s for room at Lane (1 of 1).", piece(2, moment));
        assertEquals("Has let 0 out.", equipment("Out", moment));
    }

    @Test
    void starvingNamesWhatDoesNotCome() {
        Moment moment = at(new Lines().chain(timetable("In", "100 s Piece"), station("Saw", 2, 0, "10 s"), goodsOut("Out")), 60);
        assertEquals("Has been starved for 1 min 0 s: nothing comes from In.", equipment("Saw", moment));
        assertEquals("Has had nothing waiting for 1 min 0 s.", equipment("In", moment));
        assertEquals("Has worked without a break for 5 s, now at 1 of 2 places.", equipment("Saw", run.trace().at(105 * SECOND)));
    }

    @Test
    void anAssemblySaysWhatItLacksAndForWhom() {
        AssemblyStation join = new AssemblyStation(Basics.of("Join", SOMEWHERE), work(1, 2, "10 s"), AssemblyStation.Method.ASSEMBLE,
                List.of("Frame"),
                new Recipe.Fixed(List.of(new Recipe.Part("Coil", 3), new Recipe.Part("Bolt", 1))), 4, "");
        Lines lines = new Lines().types(PieceType.usual("Frame"), PieceType.usual("Coil"), PieceType.usual("Bolt"))
                .chain(timetable("Frames", "0 s 2 Frame")).chain(timetable("Coils", "5 s Coil", "400 s 9 Coil"))
                .chain(timetable("Bolts", "300 s 9 Bolt"))
                .chain(join, goodsOut("Out")).link("Frames", "Join").link("Coils", "Join").link("Bolts", "Join");
        Moment moment = at(lines, 30);
        assertEquals("Has been starved for 30 s: it waits for 2 more Coil and 1 more Bolt for Frame 1.", equipment("Join", moment));
        assertEquals("Waits at Join for 30 s for 2 more Coil and 1 more Bolt.", piece(0, moment));
        assertEquals("Waits at Join for 25 s for other parts.", piece(2, moment));
    }

    @Test
    void aLoadSaysHowFullItIs() {
        Station oven = new Station(Basics.of("Oven", SOMEWHERE), work(1, 0, "10 s"), new Work.Load(4, null), null);
        Moment moment = at(new Lines().chain(stock("In", "Piece", 3), oven, goodsOut("Out")), 30);
        assertEquals("Has been starved for 30 s: it waits for a full load, 3 of 4 are there.", equipment("Oven", moment));
        assertEquals("Waits at Oven for 30 s until the load is full (3 of 4).", piece(1, moment));
    }

    @Test
    void reworkServiceAndShutInletsAreNamed() {
        Station check = new Station(Basics.of("Check", SOMEWHERE), work(1, 0, "10 s").withService(new Work.Service(1, time("60 s"))),
                Work.Load.SINGLE, new Inspection(Quantity.percent(100), "", 1, 5, 1));
        Lines lines = new Lines().chain(stock("In", "Piece", 2), station("Make", 1, 0, "100 s"), check, goodsOut("Out"));
        Moment moment = at(lines, 120);
        assertEquals("Has been in service for 10 s, which is due after every piece.", equipment("Check", moment));
        assertEquals("Waits at Make for 10 s until the station is free.", piece(0, moment));
        Rule shut = new Rule("Shut", RuleText.when("a piece starts at Make"), "", List.of(RuleText.action("shut Check")));
        Moment later = at(new Lines().chain(stock("In", "Piece", 2), station("Make", 1, 0, "100 s"), check, goodsOut("Out")).rules(shut),
                150);
        assertEquals("Has been blocked for 50 s: Piece 1 waits for room at Check (a rule has shut its inlet).", equipment("Make", later));
        assertEquals("Has been starved for 2 min 30 s: nothing comes from Make. A rule has shut its inlet.", equipment("Check", later));
    }

    @Test
    void aLinkThatIsForOthersIsNoWay() {
        Moment moment = at(new Lines().types(PieceType.usual("S"), PieceType.usual("M")).chain(timetable("In", "0 s M"), buffer("Lane", 3))
                .chain(goodsOut("Out"))
                .link(new Link("Lane", "Out", Optional.empty(), new LinkFilter.Types(List.of("S")))), 30);
        assertEquals("Waits at Lane for 30 s since none of the links is for M.", piece(0, moment));
    }

    @Test
    void aPieceTellsItsValuesItsLookAndWhatItCarries() {
        PieceType box = PieceType.usual("Box")
                .withAttributes(List.of(new Attribute("joints", new Value.Num(4)), new Attribute("hot", new Value.YesNo(false))))
                .withLooks(List.of(new Look("usual", "#102030"), new Look("red", "#A02020")));
        AssemblyStation pack = new AssemblyStation(Basics.of("Pack", SOMEWHERE), work(1, 2, "10 s"), AssemblyStation.Method.PACK,
                List.of("Pallet"), new Recipe.Fixed(List.of(new Recipe.Part("Box", 2))), 4, "");
        Rule mark = new Rule("Mark", RuleText.when("a piece enters Pack"), "piece.type == 'Box'",
                List.of(RuleText.action("set hot to true"), RuleText.action("look red")));
        Lines lines = new Lines().types(box, PieceType.pallet("Pallet")).chain(stock("Boxes", "Box", 2))
                .chain(stock("Pallets", "Pallet", 1)).chain(pack, buffer("Shelf", 3)).link("Boxes", "Pack").link("Pallets", "Pack")
                .rules(mark);
        Moment moment = at(lines, 30);
        PieceStory story = new PieceStory(UnfoldedStudy.of(study), run.trace());
        assertEquals(Map.of("joints", "4", "hot", "yes", "look", "red"), story.values(moment.piece(0).orElseThrow(), moment));
        assertEquals(Map.of("carries", "2 Box"), story.values(moment.piece(2).orElseThrow(), moment));
        assertEquals("Lies on Pallet 3, which is at Shelf.", piece(0, moment));
        assertEquals(List.of("Boxes, 0 s", "Pack, 10 s", "Pack, 20 s"), story.history(moment.piece(0).orElseThrow(), moment.timeNanos()));
    }
}
