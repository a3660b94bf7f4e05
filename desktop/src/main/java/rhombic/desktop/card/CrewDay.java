package rhombic.desktop.card;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.scene.Node;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;
import javafx.scene.paint.Color;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.floor.body.StatePattern;
import rhombic.desktop.work.StripLog;
import rhombic.quantity.Clock;
import rhombic.study.Study;
import rhombic.study.duty.Person;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.value.PersonState;
import rhombic.trace.Moment;
import rhombic.trace.MoverMoment;

/** What each of a crew does at the moment shown, and how its day has been shared so far. Their strips tell when. */
final class CrewDay {
    private static final int MAX_SHOWN = 12;

    private CrewDay() {}

    static List<Node> of(Study study, ResourceGroup crew, Moment moment, @Nullable StripLog log, double width) {
        int first = 0;
        for (ResourceGroup other : study.groups()) {
            if (other.name().equals(crew.name())) {
                break;
            }
            first += other.count();
        }
        MoverMoment people = moment.movers();
        long now = moment.timeNanos();
        List<Node> nodes = new ArrayList<>();
        Label heading = new Label("So far, at " + Clock.elapsed(now));
        heading.getStyleClass().add("caption");
        nodes.add(heading);
        List<Person> members = crew.members();
        for (int i = 0; i < Math.min(MAX_SHOWN, members.size()) && first + i < people.count(); i++) {
            int person = first + i;
            PersonState state = people.state(person);
            double busy = 0;
            double duty = 0;
            for (PersonState one : PersonState.values()) {
                double share = people.share(person, one, now);
                busy += one.isBusy() ? share : 0;
                duty += one.isOnDuty() ? share : 0;
            }
            Label says = new Label(String.format(Locale.ROOT, "%s: %s for %s%s", members.get(i).name(), state.word(crew.arePeople()),
                    Clock.elapsed(now - people.sinceNanos(person)),
                    duty <= 0 ? "" : String.format(Locale.ROOT, ", busy %.0f\u00a0%%", 100 * busy / duty)));
            says.setWrapText(true);
            says.setId("person-" + i);
            nodes.add(says);
            nodes.add(log == null ? bar(people, person, now, width) : day(study, log, person, now, width));
        }
        if (members.size() > MAX_SHOWN) {
            Label more = new Label("and " + (members.size() - MAX_SHOWN) + " more, see their strips");
            more.getStyleClass().add("caption");
            nodes.add(more);
        }
        return nodes;
    }

    /** When it did what, over the whole run; the line is the moment shown. */
    private static Canvas day(Study study, StripLog log, int person, long now, double width) {
        log.update();
        long length = Math.max(1, study.plan().length().nanos());
        Canvas canvas = new Canvas(width, 14);
        GraphicsContext g = canvas.getGraphicsContext2D();
        byte[] states = log.personDominant(person, 0, length, (int) width);
        int from = 0;
        for (int x = 1; x <= states.length; x++) {
            if (x == states.length || states[x] != states[from]) {
                if (states[from] >= 0) {
                    StatePattern.draw(g, PersonState.values()[states[from]], from, 2, x - from, 10);
                }
                from = x;
            }
        }
        g.setFill(Color.web("#D9952B"));
        g.fillRect(Math.rint(width * now / length) - 0.75, 0, 1.5, 14);
        return canvas;
    }

    private static Canvas bar(MoverMoment people, int person, long now, double width) {
        Canvas canvas = new Canvas(width, 10);
        GraphicsContext g = canvas.getGraphicsContext2D();
        double x = 0;
        for (PersonState state : PersonState.values()) {
            double part = people.share(person, state, now) * width;
            if (part > 0) {
                StatePattern.draw(g, state, x, 0, part, 10);
            }
            x += part;
        }
        return canvas;
    }
}
