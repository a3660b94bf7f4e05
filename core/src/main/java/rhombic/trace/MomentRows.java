package rhombic.trace;

import rhombic.study.value.EquipmentState;

/**
 * What a moment consists of, in columns: a row for each body and for each place (equipment, then links), and what each record of the
 * trace changes in them. Bodies at a place, on a link or on a carrier are chained in the order in which they came.
 */
abstract sealed class MomentRows permits Moment {
    static final int STATES = EquipmentState.values().length;
    static final EquipmentState[] STATE = EquipmentState.values();
    static final int NONE = -1;
    static final int CHANGES_KEPT = 1024;

    // columns of a body
    static final int PIECE = 0;
    static final int TYPE = 1;
    static final int LOOK = 2;
    static final int NODE = 3;
    static final int HOLDER = 4;
    static final int PLACE = 5;
    static final int ACTIVITY = 6;
    static final int WAY = 7;
    static final int FROM = 8;
    static final int LINK = 9;
    static final int NEXT = 10;
    static final int BEFORE = 11;
    static final int FIRST_ON = 12;
    static final int LAST_ON = 13;
    static final int CREATED = 14;
    static final int SINCE = 16;
    static final int LAST = 18;
    static final int MOVE_NANOS = 20;
    static final int MOVE_FROM = 22;
    static final int MOVE_SPEED = 24;
    static final int MOVE_GAIN = 26;
    /** The mover that carries it; the pieces below it on the same. */
    static final int CARRIER = 28;
    static final int BELOW = 29;
    // of a piece on a conveyor: its lane, whether it came in from the side, and its place along the measure of the lane
    static final int LANE = 30;
    static final int CAME_ASIDE = 31;
    static final int MEASURE = 32;
    // whether it is the head of a train, since when, how far along the way it was then, how fast, and how much faster each second
    static final int LEADS = 34;
    static final int LEADS_SINCE = 36;
    static final int LEADS_METRES = 38;
    static final int LEADS_SPEED = 40;
    static final int LEADS_GAIN = 42;
    // the link along which it waits to be carried, who comes for it, and since when it waits
    static final int CALLED = 44;
    static final int CALLED_MOVER = 45;
    static final int CALLED_SINCE = 46;
    static final int BODY_WIDTH = 48;
    private static final int YES = 1;

    // columns of a place
    static final int CONTENT = 0;
    static final int FIRST = 1;
    static final int LAST_AT = 2;
    static final int STATE_NOW = 3;
    static final int SHUT_INLET = 4;
    static final int SHUT_OUTLET = 5;
    static final int IN = 6;
    static final int OUT = 8;
    static final int REJECTED = 10;
    static final int STATE_SINCE = 12;
    static final int STATE_NANOS = 14;
    static final int PLACE_WIDTH = STATE_NANOS + 2 * STATES;

    final int nodes;
    final int links;
    final Pages bodies;
    final Pages places;
    final MoverMoment movers;
    /** Every record up to and including this time is applied; the moment before the first record is at -1. */
    long timeNanos = -1;
    /** Number of the record that comes next; so many have been applied. */
    long nextNumber;

    /** The bodies that records were about last, the newest overwriting the oldest; how many such records there were. */
    final int[] changed;
    long changes;

    int bodyCount;
    int nextPiece;
    long entered;
    long left;

    MomentRows(int nodes, int links) {
        this.nodes = nodes;
        this.links = links;
        bodies = new Pages(64, BODY_WIDTH, NONE);
        movers = new MoverMoment();
        changed = new int[CHANGES_KEPT];
        places = new Pages(nodes + links, PLACE_WIDTH, 0);
        for (int i = 0; i < nodes + links; i++) {
            places.set(i, FIRST, NONE);
            places.set(i, LAST_AT, NONE);
            places.set(i, STATE_NOW, NONE);
        }
    }

    /** A copy of another, which goes on apart from it. */
    MomentRows(MomentRows other) {
        nodes = other.nodes;
        links = other.links;
        bodies = other.bodies.copy();
        places = other.places.copy();
        movers = other.movers.copy();
        changed = other.changed.clone();
        changes = other.changes;
        timeNanos = other.timeNanos;
        nextNumber = other.nextNumber;
        bodyCount = other.bodyCount;
        nextPiece = other.nextPiece;
        entered = other.entered;
        left = other.left;
    }

    // ---- moving forward

    /** Applies one record of the segment. */
    void apply(Segment in, int record) {
        long time = in.times[record];
        int body = in.bodies[record];
        int node = in.places[record];
        int value = in.values[record];
        Segment.RecordKind kind = in.kind(record);
        timeNanos = time;
        nextNumber = in.firstNumber + record + 1;
        switch (kind) {
            case CREATED -> {
                appear(time, body, node, value);
                places.addLong(node, IN, 1);
            }
            case MADE, BROUGHT -> appear(time, body, node, value);
            case WAITS -> enter(body, node, NONE, PieceStatus.Activity.WAITS);
            case WORKS -> enter(body, node, value, PieceStatus.Activity.IS_WORKED_ON);
            case STANDS -> {
                change(body, value, PieceStatus.Activity.WAITS, NONE);
                bodies.set(body, CARRIER, NONE);
            }
            case SHIFTED -> bodies.set(body, PLACE, value);
            case LIFTED -> {
                change(body, NONE, PieceStatus.Activity.WAITS, NONE);
                bodies.set(body, CARRIER, value);
            }
            case BEGINS -> change(body, value, PieceStatus.Activity.IS_WORKED_ON, NONE);
            case DONE -> change(body, in.dones.place()[value], PieceStatus.Activity.IS_DONE, in.dones.way()[value]);
            case MOVES -> move(time, body, node, in.motions, value);
            case CARRIED -> carry(time, body, node, in.carries, value);
            case CALLED -> call(time, body, in.carries, value);
            case CALLED_OFF -> bodies.set(body, CALLED, NONE);
            case RIDES -> ride(body, node, in.rides, value);
            case LEADS -> lead(time, body, in.leads, value);
            case FOLLOWS -> bodies.set(body, LEADS, NONE);
            case GONE -> {
                leave(body);
                end(body);
                places.addLong(node, IN, 1);
                places.addLong(node, OUT, 1);
            }
            case JOINED, SCRAPPED -> end(body);
            case ONTO -> {
                lift(body);
                bodies.set(body, HOLDER, value);
                bodies.set(body, PLACE, NONE);
                bodies.set(body, ACTIVITY, PieceStatus.Activity.WAITS.ordinal());
                bodies.set(body, WAY, NONE);
                bodies.setLong(body, SINCE, time);
                append(bodies, value, FIRST_ON, LAST_ON, body);
            }
            case OFF -> {
                lift(body);
                bodies.set(body, HOLDER, NONE);
                bodies.set(body, NODE, node);
                bodies.setLong(body, SINCE, time);
                put(node, body);
            }
            case LOOK -> bodies.set(body, LOOK, value);
            case TYPE -> bodies.set(body, TYPE, value);
            case SET, HOLDS -> {}
            case INLET_SHUT -> places.set(node, SHUT_INLET, YES);
            case INLET_OPENED -> places.set(node, SHUT_INLET, 0);
            case OUTLET_SHUT -> places.set(node, SHUT_OUTLET, YES);
            case OUTLET_OPENED -> places.set(node, SHUT_OUTLET, 0);
            case REJECTED -> places.addLong(node, REJECTED, 1);
            case STATE, KEPT -> changeState(time, node, value);
            case TRAVELS -> movers.travels(time, in.travels, in.phases, value);
            case DOES -> movers.does(time, in.doings, value);
        }
        if (body >= 0) {
            bodies.setLong(body, LAST, nextNumber - 1);
            changed[(int) (changes++ % CHANGES_KEPT)] = body;
        }
    }

    private void carry(long time, int body, int node, Tables.Carries carries, int row) {
        onto(body, node, carries.link()[row]);
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        page[at + PLACE] = NONE;
        page[at + ACTIVITY] = PieceStatus.Activity.MOVES.ordinal();
        page[at + CARRIER] = carries.carrier()[row];
        page[at + BELOW] = carries.below()[row];
        Pages.put(page, at + SINCE, time);
        Pages.put(page, at + MOVE_NANOS, Long.MAX_VALUE / 4);
    }

    private void call(long time, int body, Tables.Carries carries, int row) {
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        if (page[at + CALLED] < 0) {
            Pages.put(page, at + CALLED_SINCE, time);
        }
        page[at + CALLED] = carries.link()[row];
        page[at + CALLED_MOVER] = carries.carrier()[row];
    }

    private void lead(long time, int body, Tables.Leads leads, int row) {
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        page[at + LEADS] = YES;
        Pages.put(page, at + LEADS_SINCE, time);
        Pages.put(page, at + LEADS_METRES, leads.metres()[row]);
        Pages.put(page, at + LEADS_SPEED, leads.speed()[row]);
        Pages.put(page, at + LEADS_GAIN, leads.gain()[row]);
    }

    /** A piece comes onto a lane of a conveyor: from elsewhere, from before its beginning, or from another part of it. */
    private void ride(int body, int node, Tables.Rides rides, int row) {
        int lane = rides.lane()[row];
        boolean isThere = bodies.get(body, LINK) < 0 && bodies.get(body, NODE) == node && bodies.get(body, HOLDER) < 0;
        boolean goesOn = isThere && (bodies.get(body, ACTIVITY) == PieceStatus.Activity.RIDES.ordinal()
                ? bodies.get(body, LANE) < lane
                : bodies.get(body, ACTIVITY) == PieceStatus.Activity.WAITS.ordinal());
        if (goesOn) {
            lift(body);
            put(node, body); // it is the last of its lane now
        } else {
            enter(body, node, NONE, PieceStatus.Activity.RIDES);
        }
        change(body, NONE, PieceStatus.Activity.RIDES, NONE);
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        page[at + LANE] = lane;
        page[at + CAME_ASIDE] = rides.aside()[row] ? YES : NONE;
        page[at + LEADS] = NONE;
        Pages.put(page, at + MEASURE, rides.measure()[row]);
    }

    private void appear(long time, int body, int node, int type) {
        entered++;
        bodyCount = Math.max(bodyCount, body + 1);
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        page[at + PIECE] = nextPiece++;
        page[at + TYPE] = type;
        page[at + LOOK] = 0;
        page[at + NODE] = node;
        page[at + HOLDER] = NONE;
        page[at + PLACE] = NONE;
        page[at + ACTIVITY] = PieceStatus.Activity.WAITS.ordinal();
        page[at + WAY] = NONE;
        page[at + FROM] = NONE;
        page[at + LINK] = NONE;
        page[at + CARRIER] = NONE;
        page[at + FIRST_ON] = NONE;
        page[at + LAST_ON] = NONE;
        page[at + CALLED] = NONE;
        Pages.put(page, at + CREATED, time);
        Pages.put(page, at + SINCE, time);
        put(node, body);
    }

    private void changeState(long time, int node, int newState) {
        int[] page = places.writable(node);
        int at = places.at(node);
        int before = page[at + STATE_NOW];
        if (before >= 0) {
            Pages.add(page, at + STATE_NANOS + 2 * before, time - Pages.longAt(page, at + STATE_SINCE));
        }
        page[at + STATE_NOW] = newState;
        Pages.put(page, at + STATE_SINCE, time);
    }

    /** The piece comes to the equipment, which may be the one it was at. */
    private void enter(int body, int node, int place, PieceStatus.Activity doing) {
        leave(body);
        lift(body);
        places.addLong(node, IN, 1);
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        page[at + FROM] = page[at + (page[at + LINK] >= 0 ? FROM : NODE)];
        page[at + NODE] = node;
        page[at + LINK] = NONE;
        page[at + PLACE] = place;
        page[at + ACTIVITY] = doing.ordinal();
        page[at + WAY] = NONE;
        page[at + CALLED] = NONE;
        Pages.put(page, at + SINCE, timeNanos);
        put(node, body);
    }

    /** Counts it out of the equipment it was at; a link counts nothing. */
    private void leave(int body) {
        if (bodies.get(body, LINK) < 0) {
            places.addLong(bodies.get(body, NODE), OUT, 1);
        }
    }

    private void move(long time, int body, int node, Tables.Motions motions, int row) {
        onto(body, node, motions.link()[row]);
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        Pages.put(page, at + SINCE, time);
        Pages.put(page, at + MOVE_NANOS, motions.nanos()[row]);
        Pages.put(page, at + MOVE_FROM, motions.from()[row]);
        Pages.put(page, at + MOVE_SPEED, motions.speed()[row]);
        Pages.put(page, at + MOVE_GAIN, motions.gain()[row]);
    }

    /** The piece is on the link from now on, if it was not before. */
    private void onto(int body, int node, int link) {
        if (bodies.get(body, LINK) != link) {
            leave(body);
            lift(body);
            int[] page = bodies.writable(body);
            int at = bodies.at(body);
            page[at + FROM] = page[at + NODE];
            page[at + NODE] = node;
            page[at + LINK] = link;
            page[at + PLACE] = NONE;
            page[at + ACTIVITY] = PieceStatus.Activity.MOVES.ordinal();
            page[at + WAY] = NONE;
            page[at + CARRIER] = NONE;
            page[at + CALLED] = NONE;
            put(nodes + link, body);
        }
    }

    private void change(int body, int place, PieceStatus.Activity doing, int way) {
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        page[at + PLACE] = place;
        page[at + ACTIVITY] = doing.ordinal();
        page[at + WAY] = way;
        Pages.put(page, at + SINCE, timeNanos);
    }

    private void put(int place, int body) {
        places.add(place, CONTENT, 1);
        append(places, place, FIRST, LAST_AT, body);
    }

    private void append(Pages heads, int row, int firstColumn, int lastColumn, int body) {
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        int[] head = heads.writable(row);
        int headAt = heads.at(row);
        int last = head[headAt + lastColumn];
        page[at + BEFORE] = last;
        page[at + NEXT] = NONE;
        if (last < 0) {
            head[headAt + firstColumn] = body;
        } else {
            bodies.set(last, NEXT, body);
        }
        head[headAt + lastColumn] = body;
    }

    /** Takes the body out of the chain it is in. */
    private void lift(int body) {
        int holder = bodies.get(body, HOLDER);
        if (holder >= 0) {
            unchain(bodies, holder, FIRST_ON, LAST_ON, body);
            return;
        }
        int link = bodies.get(body, LINK);
        int place = link >= 0 ? nodes + link : bodies.get(body, NODE);
        places.add(place, CONTENT, -1);
        unchain(places, place, FIRST, LAST_AT, body);
    }

    private void unchain(Pages heads, int row, int firstColumn, int lastColumn, int body) {
        int before = bodies.get(body, BEFORE);
        int next = bodies.get(body, NEXT);
        if (before < 0) {
            heads.set(row, firstColumn, next);
        } else {
            bodies.set(before, NEXT, next);
        }
        if (next < 0) {
            heads.set(row, lastColumn, before);
        } else {
            bodies.set(next, BEFORE, before);
        }
    }

    /** The piece is no more, nor is what lies on it. */
    private void end(int body) {
        lift(body);
        endOn(body);
    }

    private void endOn(int body) {
        left++;
        int on = bodies.get(body, FIRST_ON);
        while (on >= 0) {
            int next = bodies.get(on, NEXT);
            endOn(on);
            on = next;
        }
        int[] page = bodies.writable(body);
        int at = bodies.at(body);
        page[at + PIECE] = NONE;
        page[at + FIRST_ON] = NONE;
        page[at + LAST_ON] = NONE;
    }
}
