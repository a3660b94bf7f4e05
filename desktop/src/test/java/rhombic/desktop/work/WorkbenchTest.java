package rhombic.desktop.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import rhombic.study.Study;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Kind;
import rhombic.study.kind.Kinds;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;

class WorkbenchTest {
    private final Workbench bench = new Workbench(Study.empty());

    private void place(Kind<?> kind, double x, double y) {
        PlantElement element = Edits.made(kind, bench.study(), Placement.at(x, y));
        bench.edit("place " + element.name(), study -> Edits.placed(study, element));
    }

    @Test
    void undoAndRedoRestoreEveryValue() {
        Random random = new Random(3);
        List<Study> values = new ArrayList<>(List.of(bench.study()));
        for (int i = 0; i < 40; i++) {
            place(Kinds.ALL.get(random.nextInt(4)), random.nextInt(60), random.nextInt(60));
            values.add(bench.study());
        }
        for (int i = values.size() - 2; i >= 0; i--) {
            assertTrue(bench.undo().isPresent());
            assertEquals(values.get(i), bench.study());
        }
        assertEquals(Optional.empty(), bench.undo());
        for (int i = 1; i < values.size(); i++) {
            bench.redo();
            assertEquals(values.get(i), bench.study());
        }
        bench.undo();
        place(Buffer.KIND, 90, 90);
        assertFalse(bench.canRedo(), "a new edit ends the old future");
    }

    @Test
    void anEditThatBreaksARuleChangesNothing() {
        place(Buffer.KIND, 0, 0);
        Study before = bench.study();
        assertThrows(IllegalArgumentException.class, () -> bench.edit("double", s -> s.with(s.elements().getFirst())));
        assertEquals(before, bench.study());
    }

    @Test
    void listenersHearOfRealChangesOnly() {
        Workbench.Listener listener = mock(Workbench.Listener.class);
        bench.addListener(listener);
        bench.edit("nothing", s -> s);
        verify(listener, never()).onStudyChanged();
        place(Station.KIND, 0, 0);
        bench.select("Station 1");
        bench.select("Station 1");
        verify(listener, times(1)).onStudyChanged();
        verify(listener, times(1)).onSelectionChanged();
    }

    @Test
    void whatIsGoneIsNotSelected() {
        place(Station.KIND, 0, 0);
        bench.select(Set.of("Station 1", "Nobody"));
        assertEquals(Set.of("Station 1"), bench.selection());
        bench.undo();
        assertEquals(Set.of(), bench.selection());
    }

    @Test
    void savedIsAValueNotACounter() {
        place(Station.KIND, 0, 0);
        bench.savedTo(Path.of("x"), bench.study());
        assertTrue(bench.isSaved());
        place(Station.KIND, 9, 0);
        assertFalse(bench.isSaved());
        bench.undo();
        assertTrue(bench.isSaved());
    }

    @Test
    void stepsAreToldByTheirWords() {
        place(Station.KIND, 0, 0);
        bench.edit("move it", s -> s.changed("Station 1", e -> e.placed(e.placement().movedBy(1, 0))));
        assertEquals(Optional.of("move it"), bench.undo());
        assertEquals(Optional.of("place Station 1"), bench.undo());
        assertEquals(Optional.of("place Station 1"), bench.redo());
        assertEquals(Optional.of("move it"), bench.redo());
        assertEquals(Optional.empty(), bench.redo());
    }

    @Test
    void aThingIsAddedToTheSelectionAndTakenOutAgain() {
        place(Station.KIND, 0, 0);
        place(Station.KIND, 9, 0);
        bench.toggle("Station 1");
        assertEquals("Station 1", bench.single().orElseThrow().name());
        bench.toggle("Station 2");
        assertEquals(Set.of("Station 1", "Station 2"), bench.selection());
        assertTrue(bench.single().isEmpty(), "two are not one");
        bench.toggle("Station 1");
        assertEquals(Set.of("Station 2"), bench.selection());
    }

    @Test
    void anotherStudyBeginsWithoutHistoryAndSelection() {
        place(Station.KIND, 0, 0);
        bench.select("Station 1");
        Workbench.Listener listener = mock(Workbench.Listener.class);
        bench.addListener(listener);
        bench.open(Study.empty().named("Other"), Optional.of(Path.of("other")), true);
        assertFalse(bench.canUndo());
        assertEquals(Set.of(), bench.selection());
        assertEquals(Optional.of(Path.of("other")), bench.file());
        assertTrue(bench.isSaved());
        verify(listener, times(1)).onStudyChanged();
        verify(listener, times(1)).onFileChanged();
        bench.open(Study.empty(), Optional.empty(), false);
        assertFalse(bench.isSaved(), "what was brought back after a crash is not saved yet");
    }
}
