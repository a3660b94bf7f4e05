package rhombic.desktop.card.sentences;

import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import rhombic.desktop.card.text.Sentence;
import rhombic.formats.study.StudyReader;
import rhombic.study.Study;

/** The cards of a demo study, as tests read and change them. */
abstract class DemoCards {
    Study study;

    @BeforeEach
    void open() throws Exception {
        study = StudyReader.open(Path.of("../demo/bench/heat-pump-line.rhombic.json"));
    }

    List<Sentence> of(String name) {
        return of(study, name);
    }

    static List<Sentence> of(Study study, String name) {
        return name.isEmpty() ? Sentences.of(study) : Sentences.of(study, study.find(name).orElseThrow());
    }

    Sentence.Token token(String name, String id) {
        return tokens(of(name)).filter(t -> t.id().equals(id)).findFirst().orElseThrow();
    }

    List<String> text(String name) {
        return of(name).stream().map(Sentence::text).toList();
    }

    Sentence.Grid grid(String element, String id) {
        return grid(study, element, id);
    }

    static Sentence.Grid grid(Study of, String element, String id) {
        return ((Sentence.Editor.Cells) tokens(of(of, element)).filter(t -> t.id().equals(id)).findFirst().orElseThrow().editor()).grid();
    }

    void fill(String element, String id, List<String> headings, List<List<String>> rows) {
        study = grid(element, id).edit(new Sentence.Filled(headings, rows, "")).apply(study);
    }

    static Stream<Sentence.Token> tokens(List<Sentence> sentences) {
        return sentences.stream().flatMap(s -> s.parts().stream()).filter(Sentence.Token.class::isInstance).map(Sentence.Token.class::cast);
    }

    void change(String name, String id, String text) {
        study = token(name, id).change().apply(text).apply(study);
    }
}
