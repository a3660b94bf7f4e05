package rhombic.measure.tally;

import rhombic.measure.StayFigures;
import rhombic.measure.TypeFigures;

/** Counts the pieces of one type, and splits their lead time. */
public final class TypeTally {
    private final StayTally lead = new StayTally();
    private long in;
    private long made;
    private long joined;
    private long scrapped;
    private long inside;
    private long insideAtStart;
    private double workTime;
    private double blockedTime;
    private double moveTime;
    private double crewTime;
    private double valueTime;

    public void onEnter() {
        in++;
        inside++;
    }

    /** A piece of another type becomes one of this, or one comes into being. */
    public void made() {
        made++;
        inside++;
    }

    /** A piece becomes part of another, or one of another type. */
    public void joined() {
        joined++;
        inside--;
    }

    public void scrapped() {
        scrapped++;
        inside--;
    }

    public void onLeave(long leadNanos, long workNanos, long blockedNanos, long moveNanos, long crewNanos, long valueNanos) {
        inside--;
        lead.add(leadNanos);
        workTime += workNanos;
        blockedTime += blockedNanos;
        moveTime += moveNanos;
        crewTime += crewNanos;
        valueTime += valueNanos;
    }

    StayTally lead() {
        return lead;
    }

    public void restart() {
        in = 0;
        made = 0;
        joined = 0;
        scrapped = 0;
        insideAtStart = inside;
        workTime = 0;
        blockedTime = 0;
        moveTime = 0;
        crewTime = 0;
        valueTime = 0;
        lead.restart();
    }

    public TypeFigures figures(String name) {
        StayFigures stay = lead.figures();
        double scale = 1e9 * Math.max(1, stay.count());
        double work = stay.count() == 0 ? Double.NaN : workTime / scale;
        double blocked = stay.count() == 0 ? Double.NaN : blockedTime / scale;
        double move = stay.count() == 0 ? Double.NaN : moveTime / scale;
        double crew = stay.count() == 0 ? Double.NaN : crewTime / scale;
        return new TypeFigures(name, in, stay.count(), made, joined, scrapped, insideAtStart, inside, stay, work,
                Math.max(0, stay.mean() - work - blocked - move - crew), blocked, move, crew,
                stay.count() == 0 ? Double.NaN : valueTime / scale);
    }
}
