package rhombic.desktop.card;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Label;
import rhombic.insight.CraneJobs;

/** What stacker cranes do at the moment shown, and what they do next. */
final class CraneJobsView {
    private static final int MAX_CRANES = 6;

    private CraneJobsView() {}

    static List<Node> of(List<CraneJobs.OfCrane> cranes) {
        List<Node> all = new ArrayList<>();
        cranes.stream().limit(MAX_CRANES).forEach(crane -> {
            Label name = new Label(crane.crane());
            name.getStyleClass().add("caption");
            Label jobs = new Label(crane.jobs().isEmpty() ? "no job" : String.join("\n", crane.jobs()));
            jobs.setWrapText(true);
            jobs.setId("jobs-of-" + all.size() / 2);
            all.add(name);
            all.add(jobs);
        });
        return all;
    }
}
