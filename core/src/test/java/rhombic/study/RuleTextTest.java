package rhombic.study;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import rhombic.study.value.StudyException;

/** Rules are read as they are written, and written as they are read. */
class RuleTextTest {
    static Stream<String> whenForms() {
        return RuleText.WHEN_FORMS.stream();
    }

    static Stream<String> actionForms() {
        return RuleText.ACTION_FORMS.stream();
    }

    @ParameterizedTest
    @MethodSource("whenForms")
    void everyTriggerThatIsOfferedIsReadAndWrittenTheSame(String form) {
        assertEquals(form, RuleText.of(RuleText.when(form)));
    }

    @ParameterizedTest
    @MethodSource("actionForms")
    void everyActionThatIsOfferedIsReadAndWrittenTheSame(String form) {
        assertEquals(form, RuleText.of(RuleText.action(form)));
    }

    @ParameterizedTest
    @CsvSource({"'  A piece ENTERS Oven ', a piece enters Oven", "'Every 5  min', every 5 min", "'IT IS 08:30', it is 08:30",
            "'Oven BECOMES blocked', Oven becomes blocked",
            "'a piece leaves Curing oven 2', a piece leaves Curing oven 2"})
    void blanksAndCapitalsDoNotMatter(String typed, String read) {
        assertEquals(read, RuleText.of(RuleText.when(typed)));
    }

    @ParameterizedTest
    @CsvSource({"'set piece.joints to 4', set joints to 4",
            "'SET heat OF Curing oven 2 TO here.heat + 1', set heat of Curing oven 2 to here.heat + 1", "'Stop the run', stop the run",
            "'create 12 Coil S at Goods in 2', create 12 Coil S at Goods in 2"})
    void actionsAreReadAsGenerously(String typed, String read) {
        assertEquals(read, RuleText.of(RuleText.action(typed)));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "whenever", "a piece", "a piece enters", "signal", "every", "Oven becomes"})
    void aTriggerThatIsNoneShowsTheForms(String typed) {
        StudyException refused = assertThrows(StudyException.class, () -> RuleText.when(typed));
        assertTrue(refused.getMessage().contains("write it as in a piece enters"), refused.getMessage());
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "explode", "set", "set joints", "create Coil at Goods in", "wait", "shut", "scraps"})
    void anActionThatIsNoneShowsTheForms(String typed) {
        StudyException refused = assertThrows(StudyException.class, () -> RuleText.action(typed));
        assertTrue(refused.getMessage().contains("write it as in set joints"), refused.getMessage());
    }

    @ParameterizedTest
    @ValueSource(strings = {"every 5", "every soon", "every -2 min", "every 0 s", "it is 25:00", "it is noon"})
    void timesThatAreNoneAreRefusedWithTheirOwnRule(String typed) {
        String message = String.valueOf(assertThrows(IllegalArgumentException.class, () -> RuleText.when(typed)).getMessage());
        assertTrue(message.length() > 15 && !message.contains("nothing that can set"), message);
    }

    /** Names that are made of the words of rules, or hold them. */
    static Stream<String> trickyNames() {
        return Stream.of("signal box", "every man", "a piece enters", "A becomes B", "it is it", "Line to dock", "Coils at rest", "look",
                "shut", "stop the run", "scrap", "changes its state", "of A to B", "create 2 A at B");
    }

    @ParameterizedTest
    @MethodSource("trickyNames")
    void aNameThatReadsLikeARuleIsPutInQuotesAndReadBack(String name) {
        List<Rule.When> triggers = List.of(new Rule.When.StateChanges(name, ""), new Rule.When.StateChanges(name, "blocked"),
                new Rule.When.Signal(name),
                new Rule.When.Piece(Rule.PieceEvent.LEAVES, name));
        for (Rule.When when : triggers) {
            assertEquals(when, RuleText.when(RuleText.of(when)), RuleText.of(when));
        }
        List<Rule.Action> actions = List.of(new Rule.Action.Shut(name), new Rule.Action.Open(name), new Rule.Action.Signal(name),
                new Rule.Action.ChangeLook(name),
                new Rule.Action.Create(name, "Coil", 2), new Rule.Action.Create("In", name, 3),
                new Rule.Action.Set(name, "heat", "here.heat + 1"), new Rule.Action.Set("", "heat", "'to ' + piece.type"));
        for (Rule.Action action : actions) {
            assertEquals(action, RuleText.action(RuleText.of(action)), RuleText.of(action));
        }
    }

    @ParameterizedTest
    @CsvSource({"Oven, Oven becomes blocked", "Curing oven 2, Curing oven 2 becomes blocked",
            "signal box, \"'signal box' becomes blocked\"", "'A becomes B', \"'A becomes B' becomes blocked\""})
    void quotesStandOnlyWhereTheyAreNeeded(String name, String text) {
        assertEquals(text.replace("\"", ""), RuleText.of(new Rule.When.StateChanges(name, "blocked")));
    }
}
