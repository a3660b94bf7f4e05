package rhombic.plant.work;

import java.util.List;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Way;
import rhombic.plant.piece.Piece;
import rhombic.study.Rule;
import rhombic.study.kind.UnpackingStation;

/** Takes pieces off what carries them, or splits one into several. */
public final class UnpackingNode extends WorkNode {
    private final UnpackingStation.Parting parting;

    public UnpackingNode(Flow flow, int index, UnpackingStation station) {
        super(flow, index, station);
        parting = station.parting();
    }

    @Override
    public int spotFor(Way way, Piece piece) {
        return hasSlot(piece) ? SLOT : Claim.NO_SPOT;
    }

    @Override
    public void accept(Claim claim, Piece piece) {
        receive(piece);
        notifyRules(Rule.PieceEvent.ENTERS, piece);
        if (hasFreePlace()) {
            useFreePlace().beginWith(piece);
        } else {
            toQueue(piece);
        }
        if (piece.rework != null) {
            deferClaims();
        }
    }

    @Override
    protected void fill(Place place) {
        if (!queue.isEmpty()) {
            place.load.add(fromQueue());
            place.begin();
        }
    }

    @Override
    protected void complete(Place place) {
        Piece piece = place.load.getFirst();
        piece.markGood();
        if (piece.toScrap) {
            scrap(piece);
            return;
        }
        switch (parting) {
            case UnpackingStation.Parting.TakeOff() -> takeOff(place, piece);
            case UnpackingStation.Parting.Split split -> {
                ends(piece);
                int type = flow.types.number(split.type());
                for (int i = 0; i < split.pieces(); i++) {
                    Piece part = new Piece(type);
                    flow.census.onMade(part, index);
                    appears(part);
                    place.done.out.add(part);
                }
            }
        }
    }

    private void takeOff(Place place, Piece piece) {
        List<Piece> contents = piece.load;
        boolean isBatch = contents != null && !flow.types.isLoadCarrier(piece.type);
        if (contents != null) {
            piece.load = null;
            for (Piece content : contents) {
                if (flow.trace != null) {
                    flow.trace.off(flow.now(), content.body, index);
                }
                appears(content);
                place.done.besides().add(content);
            }
        }
        if (isBatch) {
            ends(piece);
        } else {
            place.done.out.add(piece);
        }
    }

    private void appears(Piece piece) {
        piece.arrivedNanos = flow.now();
        tally.onAppear(flow.now());
    }

    private void ends(Piece piece) {
        tally.onJoin(flow.now());
        flow.census.onJoined(piece, index);
    }
}
