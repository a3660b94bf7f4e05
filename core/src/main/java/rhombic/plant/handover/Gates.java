package rhombic.plant.handover;

import java.util.List;
import rhombic.kernel.Event;
import rhombic.plant.activity.Hold;
import rhombic.plant.activity.Holds;
import rhombic.quantity.Quantity;
import rhombic.study.kind.Basics;
import rhombic.study.value.ShutTime;

/** The inlet and the outlet of a node: each open while nothing holds it, be it a hand, a rule, a failure or a shift. */
public final class Gates {
    private final Node node;
    private final Flow flow;
    private final Holds inlet;
    private final Holds outlet;

    Gates(Node node, Holds inlet, Holds outlet) {
        this.node = node;
        flow = node.flow;
        this.inlet = inlet;
        this.outlet = outlet;
    }

    private interface Gate {
        void set(boolean shut);
    }

    /** Sees to the times at which they are shut by hand; called once, before anything moves. */
    void begin() {
        Basics basics = node.element().basics();
        begin(basics.inletShut(), this::setInletShut);
        begin(basics.outletShut(), this::setOutletShut);
    }

    private void begin(List<ShutTime> times, Gate gate) {
        for (int i = 0; i < times.size(); i++) {
            Quantity until = times.get(i).until();
            setAt(times.get(i).from(), true, gate);
            boolean isShutOn = until != null && i + 1 < times.size() && times.get(i + 1).from().nanos() == until.nanos();
            if (until != null && !isShutOn) {
                setAt(until, false, gate);
            }
        }
    }

    private void setAt(Quantity moment, boolean nowShut, Gate gate) {
        if (moment.nanos() == 0) {
            gate.set(nowShut);
            return;
        }
        flow.simulator.schedule(new Event() {
            @Override
            protected void occur() {
                gate.set(nowShut);
                flow.settle();
            }
        }, moment.nanos(), 0);
    }

    /** By hand or by a rule. */
    public void setInletShut(boolean nowShut) {
        if (nowShut != inlet.isHeldBy(Hold.SHUT)) {
            change(inlet, nowShut);
            if (flow.trace != null) {
                flow.trace.inlet(flow.now(), node.index, nowShut);
            }
        }
        flow.toAgenda(node);
    }

    /** By hand or by a rule. */
    public void setOutletShut(boolean nowShut) {
        if (nowShut != outlet.isHeldBy(Hold.SHUT)) {
            change(outlet, nowShut);
            if (flow.trace != null) {
                flow.trace.outlet(flow.now(), node.index, nowShut);
            }
            if (!outlet.isHeld()) {
                flow.serveTakersOf(node);
            }
        }
    }

    /** Nothing comes in or goes out for that reason, or no longer. */
    void hold(Hold reason, boolean on) {
        if (on) {
            inlet.hold(reason);
            outlet.hold(reason);
            return;
        }
        inlet.release(reason);
        if (outlet.release(reason)) {
            flow.serveTakersOf(node);
            flow.toAgenda(node);
        }
        if (!inlet.isHeld()) {
            flow.toAgenda(node);
        }
    }

    /** Nothing comes in for that reason, or no longer. */
    public void holdInlet(Hold reason, boolean on) {
        if (on) {
            inlet.hold(reason);
        } else if (inlet.release(reason)) {
            flow.toAgenda(node);
        }
    }

    private static void change(Holds holds, boolean nowShut) {
        if (nowShut) {
            holds.hold(Hold.SHUT);
        } else {
            holds.release(Hold.SHUT);
        }
    }
}
