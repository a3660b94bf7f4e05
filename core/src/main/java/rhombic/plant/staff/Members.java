package rhombic.plant.staff;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import org.jspecify.annotations.Nullable;
import rhombic.measure.CrewFigures;
import rhombic.measure.ModeFigures;
import rhombic.plant.piece.Piece;
import rhombic.plant.resource.Allocation;
import rhombic.plant.resource.Group;
import rhombic.plant.resource.Resource;
import rhombic.plant.resource.Whereabouts;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Router;
import rhombic.plant.route.Routers;
import rhombic.plant.run.Run;
import rhombic.plant.traffic.Traffic;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.duty.Dispatching;
import rhombic.study.duty.JobChoice;
import rhombic.study.duty.Person;
import rhombic.study.duty.ResourceChoice;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.place.RoadSpace;

/** All members of one group, at work in a plant. Each kind of group has a class of its own, which says how its members move and what is counted. */
public abstract class Members {
    /** Makes the members of a group; knows which class belongs to which kind. */
    @FunctionalInterface
    public interface Maker {
        Members of(Run run, Staff staff, ResourceGroup group);
    }

    protected final Run run;
    protected final Group group;
    private final ResourceGroup element;
    private final Allocation allocation;
    private final List<Resource> all = new ArrayList<>();

    protected Members(Run run, Staff staff, ResourceGroup element, Mover mover) {
        this(run, staff, element, mover, mover, null);
    }

    /**
     * The rules and the ways of the group are those that its element says.
     *
     * @param loaded how they move with what they bring
     * @param breakArea null: they spend breaks at home
     */
    protected Members(Run run, Staff staff, ResourceGroup element, Mover mover, Mover loaded, @Nullable Pose breakArea) {
        this.run = run;
        this.element = element;
        allocation = staff.allocation();
        Traffic traffic = element.roadSpace().isPresent() ? staff.traffic() : null;
        group = group(new Group.Ways(mover, loaded, router(mover), traffic, element.roadSpace().map(RoadSpace::trailing).orElse(0.0)),
                breakArea);
    }

    /**
     * Of those that get about otherwise than on the floor.
     *
     * @param whereabouts how one of them gets about
     */
    protected Members(Run run, Staff staff, ResourceGroup element, Mover mover, Whereabouts.Maker whereabouts) {
        this.run = run;
        this.element = element;
        allocation = staff.allocation();
        group = group(new Group.Ways(mover, mover, router(mover), null, 0, whereabouts), null);
    }

    private Router router(Mover mover) {
        return run.blueprint.routers()
                .of(new Routers.Traveller(element.travel(), element.arePeople(), element.roadSpace().isPresent(), mover.speed(),
                        mover.routingSecondsPerDegree(), element.clearanceMetres(), element.stayOnAisles(),
                        run.blueprint.routers().closedTo(element)));
    }

    private Group group(Group.Ways ways, @Nullable Pose breakArea) {
        return allocation.group(element.name(), ways,
                new Group.Rules(rules(run, element), number(run, element), memberNumber(run, element), element.basics().duty().atShiftEnd(),
                        breakArea));
    }

    /** Its own; but whoever is part of another group comes by the rule of that one. */
    private static Dispatching rules(Run run, ResourceGroup element) {
        Dispatching own = element.dispatching();
        return run.study.find(element.partOf(), ResourceGroup.class)
                .map(whole -> own.withResourceRule(whole.dispatching().resourceRule())
                        .withResourceFormula(whole.dispatching().resourceFormula()))
                .orElse(own);
    }

    private static @Nullable ToDoubleFunction<ToDoubleFunction<String>> memberNumber(Run run, ResourceGroup element) {
        Dispatching rules = rules(run, element);
        return rules.resourceRule() == ResourceChoice.FORMULA && !rules.resourceFormula().isBlank()
                ? run.ofMember(rules.resourceFormula(), element.id() + "\u0000member")
                : null;
    }

    private static ToDoubleFunction<Piece> number(Run run, ResourceGroup element) {
        String formula = element.dispatching().jobFormula();
        return element.dispatching().jobRule() == JobChoice.FORMULA && !formula.isBlank()
                ? run.ofPiece(formula, element.id() + "\u0000job")
                : piece -> 0;
    }

    /** The break area of that name; null if there is none. */
    protected static @Nullable Pose place(Run run, String name) {
        return run.unfolded.find(name).isPresent() ? run.unfolded.element(run.unfolded.number(name)).placement().pose() : null;
    }

    /** Adds all of them to the resources of the plant, free and at home. */
    final void addAll(Staff staff) {
        List<Person> members = element.members();
        for (int i = 0; i < members.size(); i++) {
            Resource made = make(allocation.resources().size(), members.get(i), staff.skills(element, members.get(i)),
                    Layout.home(element, i));
            if (!element.driver().isEmpty()) {
                allocation.needsDriver(made, staff.demand(element.driver()), element.driverPlace());
            }
            allocation.add(made);
            all.add(made);
        }
    }

    /** @param number of the member among all resources */
    protected abstract Resource make(int number, Person member, boolean[] skills, Pose home);

    /** In their order. */
    public final List<Resource> all() {
        return Collections.unmodifiableList(all);
    }

    final String name() {
        return element.name();
    }

    final ResourceGroup element() {
        return element;
    }

    /** The run begins. */
    protected void begin() {}

    /** The measures begin anew. */
    protected void restart(long now) {}

    /** What its members did, where that is told by crew. */
    protected Optional<CrewFigures> figures(long now) {
        return Optional.empty();
    }

    /** What broke, how often and for how long. */
    protected List<ModeFigures> modes() {
        return List.of();
    }

    /** How many have something to do now, or could do something. */
    protected abstract long count(boolean busy);
}
