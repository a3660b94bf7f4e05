package rhombic.scene;

import java.util.Arrays;
import rhombic.study.Layout;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.PersonState;
import rhombic.trace.Moment;
import rhombic.trace.MoverMoment;

/**
 * How high vehicles hold what they carry: forks rise to what is picked up while that lasts, come down on the way, and rise again to where it is set
 * down, as far as there is time for it. Others hold it where they always do.
 */
final class Forks {
    private static final double METRES_A_SECOND = 0.3;

    private final double[] usual;
    private final boolean[] lifts;
    private final boolean any;
    private final double[] outlets;
    private final double[] inlets;
    private final double[] heights;
    /** The link along which each is to pick something up, or carries something; negative if none. */
    private final int[] called;
    private final int[] carried;
    private final long[] carriedSince;

    Forks(UnfoldedStudy study) {
        ResourceGroup.Grip[] grips = study.members().stream().map(member -> ((ResourceGroup) study.element(member.group())).grip())
                .toArray(ResourceGroup.Grip[]::new);
        usual = Arrays.stream(grips).mapToDouble(ResourceGroup.Grip::heightMetres).toArray();
        lifts = new boolean[grips.length];
        for (int i = 0; i < grips.length; i++) {
            lifts[i] = grips[i].lifts();
        }
        any = Arrays.stream(grips).anyMatch(ResourceGroup.Grip::lifts);
        int links = study.links().size();
        outlets = new double[links];
        inlets = new double[links];
        for (int link = 0; link < links; link++) {
            outlets[link] = Layout.outlet(study.element(study.from(link)), study.link(link).fromPort()).z();
            inlets[link] = Layout.inlet(study.element(study.to(link)), study.link(link).toPort()).z();
        }
        heights = usual.clone();
        called = new int[usual.length];
        carried = new int[usual.length];
        carriedSince = new long[usual.length];
    }

    void pose(Moment moment) {
        if (!any) {
            return;
        }
        Arrays.fill(called, -1);
        Arrays.fill(carried, -1);
        for (int body = 0; body < moment.bodies(); body++) {
            if (moment.pieceOf(body) >= 0 && moment.calledAlong(body) >= 0 && moment.calledMover(body) >= 0) {
                called[moment.calledMover(body)] = moment.calledAlong(body);
            }
        }
        for (int link = 0; link < moment.links(); link++) {
            for (int body = moment.firstOnLink(link); body >= 0; body = moment.next(body)) {
                int carrier = moment.carrierOf(body);
                if (carrier >= 0 && (carried[carrier] < 0 || moment.sinceNanos(body) > carriedSince[carrier])) {
                    carried[carrier] = link;
                    carriedSince[carrier] = moment.sinceNanos(body);
                }
            }
        }
        for (int i = 0; i < usual.length && i < moment.movers().count(); i++) {
            if (lifts[i]) {
                heights[i] = height(i, moment.movers(), moment.timeNanos());
            }
        }
    }

    private double height(int mover, MoverMoment movers, long nanos) {
        double low = usual[mover];
        double risen = low + METRES_A_SECOND * (nanos - movers.sinceNanos(mover)) / 1e9;
        PersonState state = movers.state(mover);
        double lowered = carried[mover] < 0
                ? low
                : Math.max(low, outlets[carried[mover]] - METRES_A_SECOND * (nanos - carriedSince[mover]) / 1e9);
        if (state == PersonState.PICKING_UP && called[mover] >= 0) {
            return Math.max(lowered, Math.min(outlets[called[mover]], risen));
        }
        if (state == PersonState.SETTING_DOWN && carried[mover] >= 0) {
            return Math.max(lowered, Math.min(inlets[carried[mover]], risen));
        }
        return lowered;
    }

    double heightMetres(int mover) {
        return heights[mover];
    }

    double raisedMetres(int mover) {
        return heights[mover] - usual[mover];
    }
}
