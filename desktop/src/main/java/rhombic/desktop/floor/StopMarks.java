package rhombic.desktop.floor;

import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import rhombic.study.Study;
import rhombic.study.way.PortStop;

/** The stops of the equipment or on the aisle that is selected alone; found once for each study. */
final class StopMarks {
    private @Nullable Study study;
    private Set<String> selection = Set.of();
    private List<PortStop> stops = List.of();

    List<PortStop> of(Study now, Set<String> selected) {
        if (study != now || !selection.equals(selected)) {
            study = now;
            selection = Set.copyOf(selected);
            stops = selected.size() == 1 ? PortStop.of(now, element -> selection.contains(element.name())) : List.of();
        }
        return stops;
    }
}
