package rhombic.plant;

import org.jspecify.annotations.Nullable;
import rhombic.chance.TimeSampler;
import rhombic.kernel.Event;
import rhombic.study.Station;
import rhombic.trace.EquipmentState;

/** Work is done here, at one or several places; a piece that is done stays at its place until it can go on. */
final class StationNode extends Node {
    private final TimeSampler time;
    private final int inputRoom;
    private final PieceQueue queue = new PieceQueue();
    private final int placeCount;
    private final int[] free;
    private int freeCount;
    private int working;
    private int blocked;
    private Place @Nullable [] places;

    /** One of the station's places; its event is the end of the work. */
    private final class Place extends Event {
        private final int number;
        private final Offer offer;
        private @Nullable Piece piece;
        private long begunNanos;
        private long doneNanos;
        private boolean isDone;

        Place(int number) {
            this.number = number;
            this.offer = new Offer(StationNode.this, number);
        }

        @Override
        protected void occur() {
            finish(this);
            plant.settle();
        }
    }

    StationNode(Plant plant, int index, Station station, TimeSampler time) {
        super(plant, index, station, station.places());
        this.time = time;
        this.inputRoom = station.inputRoom();
        this.placeCount = station.places();
        this.free = new int[placeCount];
    }

    @Override
    void begin() {
        Place[] made = new Place[placeCount];
        for (int i = 0; i < placeCount; i++) {
            made[i] = new Place(i);
            free[i] = placeCount - 1 - i;
        }
        places = made;
        freeCount = placeCount;
        noteState();
    }

    @Override
    boolean hasRoom() {
        return freeCount > 0 || queue.size() < inputRoom;
    }

    @Override
    void accept(Piece piece) {
        long now = plant.now();
        piece.arrivedNanos = now;
        tally.enters(now);
        if (freeCount > 0) {
            Place place = place(free[--freeCount]);
            if (plant.trace != null) {
                plant.trace.works(now, piece.id, index, place.number);
            }
            start(place, piece);
        } else {
            queue.add(piece);
            if (plant.trace != null) {
                plant.trace.waits(now, piece.id, index);
            }
        }
    }

    private void start(Place place, Piece piece) {
        place.piece = piece;
        place.begunNanos = plant.now();
        working++;
        plant.simulator.schedule(place, time.nextNanos());
        noteState();
    }

    private void finish(Place place) {
        Piece piece = place.piece;
        assert piece != null : "work ended at an empty place";
        long now = plant.now();
        piece.workNanos += now - place.begunNanos;
        place.doneNanos = now;
        place.isDone = true;
        working--;
        blocked++;
        if (!place.offer.make()) {
            noteState();
            if (plant.trace != null) {
                plant.trace.done(now, piece.id, index, place.number, place.offer.way());
            }
        }
    }

    @Override
    Piece hand(Offer given) {
        Place place = place(given.place);
        Piece piece = place.piece;
        assert piece != null && place.isDone : "a piece is handed on before its work has ended";
        long now = plant.now();
        piece.blockedNanos += now - place.doneNanos;
        tally.leaves(now, now - piece.arrivedNanos);
        place.piece = null;
        place.isDone = false;
        blocked--;
        if (queue.isEmpty()) {
            free[freeCount++] = place.number;
            noteState();
        } else {
            Piece next = queue.takeOldest();
            if (plant.trace != null) {
                plant.trace.begins(now, next.id, index, place.number);
            }
            start(place, next);
        }
        if (!line.isEmpty()) {
            plant.toAgenda(this);
        }
        return piece;
    }

    @Override
    void attend() {
        serveLine();
    }

    private Place place(int number) {
        assert places != null : "used before it began";
        return places[number];
    }

    private void noteState() {
        tally.units(plant.now(), working, blocked);
        if (plant.trace != null) {
            traceState(working > 0 ? EquipmentState.WORKING : blocked > 0 ? EquipmentState.BLOCKED : EquipmentState.STARVED);
        }
    }
}
