package rhombic.formats.study;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.study.Study;
import rhombic.study.Travel;

/** Walls, aisles, fleets and lists of preference in files. */
class SiteFormatTest {
    private static Study halls() throws Exception {
        return StudyReader.open(Path.of("../demo/examples/two-halls.rhombic.json"));
    }

    @Test
    void allOfThemAreWrittenAndReadAgain() throws Exception {
        Study study = halls();
        Study listed = study.withLinks(study.links().stream().map(link -> link.travel() instanceof Travel.Carried by
                ? link.withTravel(by.by(by.need().withSkills(List.of("AGVs", "Porters"))))
                : link).toList());
        String text = StudyWriter.write(listed);
        assertEquals(listed, StudyReader.read(text));
        assertTrue(text.contains("\"otherwise\" : [ \"Porters\" ]"), text);
        assertTrue(text.contains("\"kind\" : \"wall\"") && text.contains("\"form\" : \"agv\""), "as the schema has it");
    }

    @Test
    void whatCannotBeIsRefusedAtItsPlace() throws Exception {
        String text = StudyWriter.write(halls());
        for (String[] bad : new String[][] {{"\"vehicles\" : 2", "\"vehicles\" : 0", "vehicles"},
                {"\"form\" : \"forklift\"", "\"form\" : \"sledge\"", "form"},
                {"\"direction\" : \"forward\"", "\"direction\" : \"sideways\"", "direction"},
                {"\"height\" : \"4 m\"", "\"height\" : \"0 m\"", "height"}}) {
            assertTrue(text.contains(bad[0]), bad[0]);
            StudyFormatException refused = assertThrows(StudyFormatException.class,
                    () -> StudyReader.read(text.replaceFirst(bad[0], bad[1])));
            assertTrue(refused.getMessage().contains(bad[2]) && refused.getMessage().contains("equipment["), refused.getMessage());
        }
    }
}
