package rhombic.plant;

import static rhombic.plant.Peopled.calendar;
import static rhombic.plant.Peopled.onDuty;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.time;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.area.ChargingArea;
import rhombic.study.area.ParkingArea;
import rhombic.study.area.Zone;
import rhombic.study.check.FloorCheck;
import rhombic.study.check.Problem;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Need;
import rhombic.study.duty.StopPoint;
import rhombic.study.duty.UpTime;
import rhombic.study.fleet.Battery;
import rhombic.study.fleet.Loading;
import rhombic.study.fleet.Trailer;
import rhombic.study.fleet.VehicleType;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.place.Port;
import rhombic.study.site.Aisle;
import rhombic.validation.Lines;

/** Fleets on random grids of aisles, where every place lies beside its aisle. */
final class RandomTraffic {
    private static final int SPACING = 20;

    private final Random random;
    private final boolean isOneWay;

    private RandomTraffic(long seed, boolean isOneWay) {
        random = new Random(seed);
        this.isOneWay = isOneWay;
    }

    /**
     * A study with traffic.
     *
     * @param isOneWay whether aisles are one-way, every other the other way; else both ways
     */
    static Study of(long seed, boolean isOneWay) {
        return new RandomTraffic(seed, isOneWay).study();
    }

    private static Optional<Quantity> some(String text, Dimension dimension) {
        return Optional.of(Quantity.parse(text, dimension));
    }

    private Study study() {
        int columns = 2 * (1 + random.nextInt(2));
        int rows = 2 * (1 + random.nextInt(2));
        Lines lines = new Lines();
        for (int i = 0; i < columns; i++) {
            double x = i * SPACING;
            lines.chain(laid("Column " + i, i % 2 == 1, x, 0, x, (rows - 1) * SPACING));
        }
        for (int i = 0; i < rows; i++) {
            double y = i * SPACING;
            lines.chain(laid("Row " + i, i % 2 == 0, 0, y, (columns - 1) * SPACING, y));
        }
        int flows = 2 + random.nextInt(4);
        for (int i = 0; i < flows; i++) {
            String way = String.valueOf(i);
            lines.chain(arrivals("In " + way, "exponential(" + (60 + random.nextInt(200)) + " s)", 1).placed(Placement.at(-60, 10 * i)),
                    buffer("From " + way, 3 + random.nextInt(10)).placed(beside(i, columns, rows)))
                    .chain(goodsOut("To " + way).placed(beside(i + flows, columns, rows)))
                    .link(new Link("From " + way, "To " + way).withTravel(new Travel.Carried(Need.of("F" + i % 2), 1)));
        }
        lines.chain(new ChargingArea(Basics.of("Charging", Placement.at(-20, 20)), 1 + random.nextInt(3)));
        for (int i = 0; i < 2; i++) {
            lines.chain(fleet("F" + i, -25 - 12 * i, 4));
        }
        return lines.study(Integer.getInteger("rhombic.nets", 20) > 20 ? 2 : 0.5, 0, 1);
    }

    private Aisle laid(String name, boolean forward, double... xy) {
        Aisle aisle = AislesTest.aisle(name, xy);
        aisle = random.nextInt(3) == 0 ? aisle.withTraffic(Aisle.Traffic.ONE) : aisle;
        return isOneWay ? aisle.withDirection(forward ? Aisle.Direction.FORWARD : Aisle.Direction.BACKWARD) : aisle;
    }

    /** Each in a cell of its own beside a row. */
    private Placement beside(int number, int columns, int rows) {
        int cells = (columns - 1) * rows;
        int row = number % cells / (columns - 1);
        int column = number % cells % (columns - 1);
        double offset = number / cells * 5.5;
        return Placement.at(column * SPACING + 5 + random.nextDouble() * 5 + offset, row * SPACING + 4 + number / cells % 2);
    }

    private Fleet fleet(String name, double x, double y) {
        List<VehicleType> forms = List.of(VehicleType.FORKLIFT, VehicleType.REACH_TRUCK, VehicleType.AGV);
        Fleet fleet = Fleet.KIND.blank(Basics.of(name, Placement.at(0, 0))).withForm(forms.get(random.nextInt(forms.size())))
                .withVehicles(1 + random.nextInt(4))
                .withDriving(
                        driving -> driving.withSpeed(new Quantity(0.5 + random.nextInt(4) * 0.5, Unit.METRE_PER_SECOND))
                                .withSafeDistance(some("0.3 m", Dimension.LENGTH)));
        fleet = random.nextBoolean()
                ? fleet.withDriving(driving -> driving.withAcceleration(some("0.4 m/s²", Dimension.ACCELERATION)))
                : fleet;
        fleet = random.nextBoolean() ? fleet.withDriving(driving -> driving.withQuarterTurn(some("3 s", Dimension.TIME))) : fleet;
        fleet = random.nextBoolean() ? fleet.with(new Loading(time("exponential(9 s)"), time("5 s"))) : fleet;
        fleet = random.nextBoolean() ? fleet.withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE)) : fleet;
        fleet = random.nextBoolean() ? fleet.withBattery(Optional.of(battery())) : fleet;
        return (Fleet) fleet.placed(Placement.at(x, y));
    }

    private Battery battery() {
        return Battery.USUAL.withRange(Quantity.metres(800 + random.nextInt(2000))).withChargeTime(Quantity.minutes(2 + random.nextInt(8)))
                .withStandby(random.nextBoolean() ? Optional.of(Quantity.hours(1)) : Optional.empty()).withSwaps(random.nextInt(3) == 0)
                .withWhenIdle(random.nextBoolean()).withAt(random.nextBoolean() ? "Charging" : "");
    }

    /** Some stops are elsewhere: along their aisle, or on another, where the check has nothing against it. */
    static Study withMovedStops(Study study, long seed) {
        Random random = new Random(seed);
        Study changed = study;
        for (PlantElement element : study.elements()) {
            if (element.name().startsWith("From") || element.name().startsWith("To")) {
                Port port = element.port("", element.name().startsWith("To"));
                StopPoint stop = new StopPoint(port.name(), random.nextDouble() * 24 - 12, random.nextDouble() * 24 - 12);
                changed = changed.changed(element.name(), e -> e.with(e.basics().withDuty(e.basics().duty().withStop(port.name(), stop))));
            }
        }
        for (Optional<Problem> told = ofStops(changed); told.isPresent(); told = ofStops(changed)) {
            changed = told.get().fixes().getFirst().changes().applyTo(changed);
        }
        return changed;
    }

    private static Optional<Problem> ofStops(Study study) {
        return FloorCheck.of(study).stream().filter(problem -> problem.message().contains("between its stop")).findFirst();
    }

    /** Its vehicles are tuggers with up to three trailers, which stop on the aisles. */
    static Study withTrains(Study study, long seed) {
        Random random = new Random(seed);
        Study changed = study;
        for (int i = 0; i < 2; i++) {
            List<Trailer> trailers = Collections.nCopies(random.nextInt(4), new Trailer(1 + random.nextInt(2), List.of()));
            changed = changed.changed("F" + i, e -> {
                Fleet fleet = (Fleet) e;
                return fleet.withForm(VehicleType.TUGGER).with(fleet.capacity().withTrailers(trailers));
            });
        }
        return changed;
    }

    /** Its vehicles slow down for corners and park at an area of their own, and some of those of one fleet serve the other too, from one half of the floor. */
    static Study deployed(Study study, long seed) {
        Random random = new Random(seed);
        ParkingArea area = new ParkingArea(Basics.of("Parking", Placement.at(-20, 34)), 1 + random.nextInt(5));
        Study changed = study.with(area);
        for (int i = 0; i < 2; i++) {
            Optional<Quantity> cornerSpeed = Optional.of(new Quantity(0.2 + random.nextDouble(), Unit.METRE_PER_SECOND));
            changed = changed.changed("F" + i, e -> ((Fleet) e).withDriving(driving -> driving.withCornerSpeed(cornerSpeed))
                    .withDeployment(d -> d.withParking(List.of("Parking"))));
        }
        if (random.nextBoolean()) {
            changed = changed.changed("F1", e -> ((Fleet) e).withDeployment(d -> d.withPartOf("F0")));
        }
        if (random.nextBoolean()) {
            Zone zone = new Zone(Basics.of("Zone", Placement.at(20, 20)).withSize(new Footprint(25, 200, 0.1)));
            changed = changed.with(zone).changed("F1", e -> ((Fleet) e).withDeployment(d -> d.withZones(List.of("Zone"))));
        }
        return changed;
    }

    /** Its vehicles need drivers, of whom there are few, with breaks. */
    static Study driven(Study study, long seed) {
        Random random = new Random(seed);
        Crew drivers = Crew.KIND.blank(Basics.of("Drivers", Placement.at(-30, -10))).withPeople(1 + random.nextInt(4));
        Study changed = study;
        for (int i = 0; i < 2; i++) {
            changed = changed.changed("F" + i, e -> ((Fleet) e).withDeployment(d -> d.withDriver("Drivers")));
        }
        AtShiftEnd rule = AtShiftEnd.values()[random.nextInt(AtShiftEnd.values().length)];
        return changed.with(random.nextBoolean() ? onDuty(drivers, "C", rule) : drivers)
                .withCalendars(List.of(calendar("05:00 14:00", "06:10 06:16 break", "06:50 07:20 break")));
    }

    /** Its vehicles break down now and then, wherever they are. */
    static Study breaking(Study study) {
        FailureMode mode = FailureMode.of("battery", new UpTime.After(time("exponential(8 min)"), UpTime.Clock.CALENDAR), time("90 s"));
        Study changed = study;
        for (ResourceGroup group : study.groups()) {
            changed = changed.changed(group.name(),
                    e -> e.with(e.basics().withDuty(e.basics().duty().withFailures(List.of(mode)))));
        }
        return changed;
    }

    /** Whether a vehicle is where all of its fleet park, off the aisles. */
    static boolean isParked(Fleet fleet, Pose pose) {
        List<Pose> homes = new ArrayList<>();
        for (int i = 0; i < fleet.vehicles(); i++) {
            homes.add(Layout.home(fleet, i));
        }
        return pose.x() < -3 || homes.stream().anyMatch(home -> home.distanceTo(pose) < 0.01);
    }
}
