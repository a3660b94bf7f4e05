package rhombic.study.kind;

import java.util.List;
import java.util.Optional;
import rhombic.space.Pose;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.duty.Dispatching;
import rhombic.study.duty.Need;
import rhombic.study.duty.Person;
import rhombic.study.duty.TravelChoice;
import rhombic.study.fleet.Round;
import rhombic.study.fleet.Trailer;
import rhombic.study.place.DriverPlace;
import rhombic.study.place.RoadSpace;

/** Whose members work and carry. They are on duty by a calendar, and can fail. */
public sealed interface ResourceGroup extends PlantElement permits Crew, Fleet, StackerCrane, BridgeCrane {
    /** What formulas can ask of it: how many have something to do, and how many could do something. */
    String BUSY = "busy";
    String FREE = "free";

    double PERSON_REACH_METRES = 0.45;
    double PERSON_CLEARANCE_METRES = 0.25;
    double PERSON_METRES = 1.8;

    /**
     * Where a member holds what it carries.
     *
     * @param frontMetres how far before the middle of the member the piece begins
     * @param heightMetres of its underside above the floor
     * @param across whether its long side is across the way
     * @param trailers the pieces on each trailer that it pulls, or on the trolley that it pushes, on which they lie then
     * @param lifts whether it rises to what it picks up, and to where it sets down
     * @param deck of each trailer, or of the trolley
     */
    record Grip(double frontMetres, double heightMetres, boolean across, List<Integer> trailers, boolean lifts, Deck deck) {
        /**
         * On which pieces lie.
         *
         * @param aheadMetres how far before the middle of who pushes it its middle is; 0: it is pulled
         */
        public record Deck(double lengthMetres, double widthMetres, double heightMetres, double aheadMetres) {
            public static final Deck TRAILER = new Deck(Trailer.DECK_METRES, Trailer.WIDTH_METRES, Trailer.HEIGHT_METRES, 0);
            public static final Deck TROLLEY = new Deck(0.9, 0.6, 0.4, 0.75);
        }

        public Grip {
            trailers = List.copyOf(trailers);
        }

        /** On trailers that it pulls, if it has any. */
        public Grip(double frontMetres, double heightMetres, boolean across, List<Integer> trailers, boolean lifts) {
            this(frontMetres, heightMetres, across, trailers, lifts, Deck.TRAILER);
        }

        public Grip(double frontMetres, double heightMetres, boolean across) {
            this(frontMetres, heightMetres, across, List.of(), false);
        }
    }

    @Override
    ResourceGroup with(Basics basics);

    /** How many they are. */
    int count();

    /** All of them, in their order; the id of each is its own in the group. */
    List<Person> members();

    /** What each of them can be asked for by, beside the name of the group. */
    List<String> skills();

    Grip grip();

    /** The rules that they go by. */
    Dispatching dispatching();

    /** The same with other rules. */
    ResourceGroup with(Dispatching rules);

    /** How they get from one place to another. */
    default TravelChoice travel() {
        return dispatching().travel();
    }

    /** Whether they are there at once, wherever that is. */
    boolean areThereAtOnce();

    /** Whether their ways lead along aisles. */
    default boolean goOnAisles() {
        return travel().isOnAisles() && !areThereAtOnce();
    }

    /** Whether stations, failures and links call its members; else these know by themselves what to do. */
    default boolean comeWhenCalled() {
        return true;
    }

    /** How many parts of each move on another: a carriage and the forks on it, or a trolley and its hook; 0: none. */
    default int movingParts() {
        return 0;
    }

    /** Where one of them waits at first; empty: beside the others, where the group stands. */
    default Optional<Pose> waitsAt(int number) {
        return Optional.empty();
    }

    /** Whether they go along routes on the floor, which can be drawn. */
    default boolean goOnRoutes() {
        return comeWhenCalled();
    }

    /** Whether they are people, who walk; else they are vehicles, which drive. */
    default boolean arePeople() {
        return true;
    }

    /** How far before and behind a corner a member begins and ends to turn; 0 where it turns on the spot. Only for the eye. */
    default double curveMetres() {
        return PERSON_REACH_METRES;
    }

    /** How far from the middle of the member the place is where it takes up and sets down. */
    default double reachMetres() {
        return PERSON_REACH_METRES;
    }

    /** How far from what stands there the middle of the member keeps. */
    default double clearanceMetres() {
        return PERSON_CLEARANCE_METRES;
    }

    /** How high each of them is, in metres. */
    default double highMetres() {
        return PERSON_METRES;
    }

    /** What one of them can carry at a time; infinite if there is no limit. */
    default double maxLoadKilograms() {
        return Double.POSITIVE_INFINITY;
    }

    /** The room that a member needs on aisles; empty if it takes no notice of others. */
    default Optional<RoadSpace> roadSpace() {
        return Optional.empty();
    }

    /** The fixed round that they make; empty if they go where they are needed. */
    default Optional<Round> round() {
        return Optional.empty();
    }

    /** Whether they pick up and set down from the aisle, without leaving it. */
    default boolean stayOnAisles() {
        return false;
    }

    /** The group that they belong to as well, whose rule says who comes when that one is called; empty: none. */
    default String partOf() {
        return "";
    }

    /** The crew or skill of which somebody must drive each that moves; empty: they move by themselves. */
    default String driver() {
        return "";
    }

    /** Where who drives one of them is. */
    default DriverPlace driverPlace() {
        return new DriverPlace(Pose.at(0, 0, 0, 0), false, Pose.at(0, 0, 0, 0));
    }

    /** The areas where they spend breaks or charge, by name. */
    default List<String> restAreas() {
        return List.of();
    }

    /** Whether what they move with runs down, and has to be charged. */
    default boolean runDown() {
        return false;
    }

    /** What one of them is called in sentences, and several. */
    String memberWord(boolean several);

    /** Whether any of them can be asked for by that. */
    default boolean has(String skill) {
        return hasThroughout(skill) || members().stream().anyMatch(member -> member.skills().contains(skill));
    }

    /** Whether any of them can be given for it. */
    default boolean meets(Need need) {
        return need.inOrder().stream().anyMatch(this::has);
    }

    /** Whether all of them can. */
    default boolean hasThroughout(String skill) {
        return name().equals(skill) || skills().contains(skill);
    }

    @Override
    default boolean works() {
        return true;
    }

    @Override
    default List<String> readable() {
        return List.of(BUSY, FREE);
    }
}
