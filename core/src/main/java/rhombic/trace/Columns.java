package rhombic.trace;

import java.util.Arrays;
import rhombic.space.Pace;
import rhombic.space.Path;
import rhombic.trace.Segment.RecordKind;

/** The records of the segment that is being written: columns that grow, and the tables beside them. */
final class Columns {
    private static final int FIRST_ROWS = 16;
    /** So many records of an instant are looked through. */
    private static final int LOOKED_BACK = 12;
    private static final byte DOES = (byte) RecordKind.DOES.ordinal();

    int size;
    long[] times;
    byte[] kinds;
    int[] bodies;
    int[] places;
    int[] values;
    int[] backs;
    Tables.Motions motions = new Tables.Motions(FIRST_ROWS);
    Tables.Carries carries = new Tables.Carries(FIRST_ROWS);
    Tables.Rides rides = new Tables.Rides(FIRST_ROWS);
    Tables.Leads leads = new Tables.Leads(FIRST_ROWS);
    Tables.Dones dones = new Tables.Dones(FIRST_ROWS);
    Tables.Travels travels = new Tables.Travels(FIRST_ROWS);
    Tables.Doings doings = new Tables.Doings(FIRST_ROWS);
    Tables.Phases phases = new Tables.Phases(FIRST_ROWS);
    private int motionRows;
    private int carryRows;
    private int rideRows;
    private int leadRows;
    private int doneRows;
    private int travelRows;
    private int doingRows;
    private int phaseRows;

    Columns(int room) {
        times = new long[room];
        kinds = new byte[room];
        bodies = new int[room];
        places = new int[room];
        values = new int[room];
        backs = new int[room];
    }

    /** @param value what the kind of record says in one number, or the row in its table */
    void add(long time, RecordKind kind, int body, int place, int value, int back) {
        if (size == times.length) {
            int room = size * 2;
            times = Arrays.copyOf(times, room);
            kinds = Arrays.copyOf(kinds, room);
            bodies = Arrays.copyOf(bodies, room);
            places = Arrays.copyOf(places, room);
            values = Arrays.copyOf(values, room);
            backs = Arrays.copyOf(backs, room);
        }
        times[size] = time;
        kinds[size] = (byte) kind.ordinal();
        bodies[size] = body;
        places[size] = place;
        values[size] = value;
        backs[size] = back;
        size++;
    }

    // ---- rows of tables; each gives its number

    int motion(int link, Pace.Phase phase) {
        int row = motionRows++;
        if (row == motions.link().length) {
            motions = motions.withRows(2 * row);
        }
        motions.link()[row] = link;
        motions.nanos()[row] = phase.nanos();
        motions.from()[row] = phase.from();
        motions.speed()[row] = phase.speed();
        motions.gain()[row] = phase.gain();
        return row;
    }

    int carry(int link, int carrier, int below) {
        int row = carryRows++;
        if (row == carries.link().length) {
            carries = carries.withRows(2 * row);
        }
        carries.link()[row] = link;
        carries.carrier()[row] = carrier;
        carries.below()[row] = below;
        return row;
    }

    int ride(int lane, boolean aside, double measure) {
        int row = rideRows++;
        if (row == rides.lane().length) {
            rides = rides.withRows(2 * row);
        }
        rides.lane()[row] = lane;
        rides.aside()[row] = aside;
        rides.measure()[row] = measure;
        return row;
    }

    int lead(double metres, double speed, double gain) {
        int row = leadRows++;
        if (row == leads.metres().length) {
            leads = leads.withRows(2 * row);
        }
        leads.metres()[row] = metres;
        leads.speed()[row] = speed;
        leads.gain()[row] = gain;
        return row;
    }

    int done(int place, int way) {
        int row = doneRows++;
        if (row == dones.place().length) {
            dones = dones.withRows(2 * row);
        }
        dones.place()[row] = place;
        dones.way()[row] = way;
        return row;
    }

    int travel(int mover, int frame, Path path, double facing, Pace pace, boolean isCommon) {
        int row = travelRows++;
        if (row == travels.mover().length) {
            travels = travels.withRows(2 * row);
        }
        travels.mover()[row] = mover;
        travels.frame()[row] = frame;
        travels.path()[row] = path;
        travels.facing()[row] = facing;
        if (isCommon) {
            travels.common()[row] = pace;
        } else {
            travels.firstPhase()[row] = phaseRows;
            travels.phases()[row] = pace.phases().size();
            pace.phases().forEach(this::phase);
        }
        return row;
    }

    private void phase(Pace.Phase phase) {
        int row = phaseRows++;
        if (row == phases.nanos().length) {
            phases = phases.withRows(2 * row);
        }
        phases.nanos()[row] = phase.nanos();
        phases.from()[row] = phase.from();
        phases.speed()[row] = phase.speed();
        phases.gain()[row] = phase.gain();
    }

    /** What a mover did for no time at all is not kept: if it did something else at this instant, it did this instead. Says whether it did. */
    boolean doesOtherwise(long time, int mover, int state) {
        for (int r = size - 1; r >= Math.max(0, size - LOOKED_BACK) && times[r] == time; r--) {
            if (kinds[r] == DOES && doings.mover()[values[r]] == mover) {
                doings.state()[values[r]] = state; // nobody has read it: an instant is published when it is over
                return true;
            }
        }
        return false;
    }

    int doing(int mover, int state) {
        int row = doingRows++;
        if (row == doings.mover().length) {
            doings = doings.withRows(2 * row);
        }
        doings.mover()[row] = mover;
        doings.state()[row] = state;
        return row;
    }

    /** Takes away the room for more; nothing is added after that. */
    void trim() {
        if (times.length > size + size / 8) {
            times = Arrays.copyOf(times, size);
            kinds = Arrays.copyOf(kinds, size);
            bodies = Arrays.copyOf(bodies, size);
            places = Arrays.copyOf(places, size);
            values = Arrays.copyOf(values, size);
            backs = Arrays.copyOf(backs, size);
        }
        motions = motions.withRows(motionRows);
        carries = carries.withRows(carryRows);
        rides = rides.withRows(rideRows);
        leads = leads.withRows(leadRows);
        dones = dones.withRows(doneRows);
        travels = travels.withRows(travelRows);
        doings = doings.withRows(doingRows);
        phases = phases.withRows(phaseRows);
    }
}
