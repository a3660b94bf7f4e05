package rhombic.study.fleet;

import java.io.Serializable;
import java.time.LocalTime;
import java.util.List;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.field.OneOf;
import rhombic.study.field.Reference;
import rhombic.study.value.Count;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * A fixed round that vehicles make: from where they park by all stops in their order. At each stop what goes there is set down, and then what
 * waits there is picked up, as far as there is room for it.
 *
 * @param stops names of equipment, 1 to 200; one may come several times
 * @param departure when one sets out
 */
public record Round(List<String> stops, Departure departure) implements Serializable {
    public static final int MAX_STOPS = 200;

    public static final Composite<Round> TYPE = Composite.of("round", round -> {
        var stops = round.required("stops", "Equipment, in the order in which it is called at.",
                new FieldType.Several<>(new FieldType.Text(Reference.ELEMENT)), Round::stops);
        var departure = round.optional("departure", "When one sets out; missing: as soon as it is back.", Departure.TYPE,
                Departure.WHEN_BACK, Round::departure);
        return v -> new Round(v.get(stops), v.get(departure));
    });

    /** When a vehicle sets out on its round. One that is not back by then sets out when it is. */
    public sealed interface Departure extends Serializable {
        Departure WHEN_BACK = new WhenBack();
        OneOf<Departure> TYPE = OneOf.of("departure", OneOf.variant("onCall", OnCall.class, OnCall.declared()),
                OneOf.variant("times", AtTimes.class, AtTimes.declared()), OneOf.variant("every", Every.class, Every.declared()));

        /** As soon as it is back. */
        record WhenBack() implements Departure {}

        /**
         * One vehicle after each such time, the first at once.
         *
         * @param interval 1 s to 1000 h
         */
        record Every(Quantity interval) implements Departure {
            private static Composite<Every> declared() {
                return Composite.of("departureEvery", every -> {
                    var interval = every.required("every", "From one departure to the next.", new FieldType.Measured(Dimension.TIME),
                            Every::interval);
                    return v -> new Every(v.get(interval));
                });
            }

            public Every {
                if (!(interval.inBaseUnit() >= 1 && interval.inBaseUnit() <= 3.6e6)) {
                    throw new StudyException("From one departure to the next it must be 1 s to 1000 h; got " + interval);
                }
            }
        }

        /**
         * At these times of each day, in order.
         *
         * @param times 1 to 1000, each once
         */
        record AtTimes(List<LocalTime> times) implements Departure {
            private static Composite<AtTimes> declared() {
                return Composite.of("departureTimes", at -> {
                    var times = at.required("times", "Times of day.", new FieldType.Several<>(new FieldType.TimeOfDay()), AtTimes::times);
                    return v -> new AtTimes(v.get(times));
                });
            }

            public AtTimes {
                times = times.stream().distinct().sorted().toList();
                Count.between(1, 1000, "The departures of a day", times.size());
            }
        }

        /** When something waits at one of its stops that it could take, and nobody is on the way there. */
        record OnCall() implements Departure {
            private static Composite<OnCall> declared() {
                return Composite.of("departureOnCall", call -> {
                    var onCall = call.required("onCall", "True: one sets out when something waits for it.", FieldType.FLAG, one -> true);
                    return v -> {
                        if (!v.get(onCall)) {
                            throw new StudyException("\u201conCall\u201d must be true, or be left out");
                        }
                        return new OnCall();
                    };
                });
            }
        }
    }

    public Round {
        stops = List.copyOf(stops);
        Count.between(1, MAX_STOPS, "The stops of a round", stops.size());
        stops.forEach(Names::checked);
    }

    public Round withStops(List<String> newStops) {
        return new Round(newStops, departure);
    }

    public Round withDeparture(Departure newDeparture) {
        return new Round(stops, newDeparture);
    }
}
