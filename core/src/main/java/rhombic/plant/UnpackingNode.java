package rhombic.plant;

import java.util.List;
import rhombic.plant.piece.Piece;
import rhombic.study.Rule;
import rhombic.study.kind.UnpackingStation;

/** Takes pieces off what carries them, or splits one into several. */
final class UnpackingNode extends WorkNode {
    private final UnpackingStation.Parting parting;

    UnpackingNode(Plant plant, int index, UnpackingStation station) {
        super(plant, index, station);
        parting = station.parting();
    }

    @Override
    boolean hasRoom(Way way, Piece piece) {
        return hasSlot(piece);
    }

    @Override
    void accept(Way way, Piece piece) {
        comes(piece);
        tellRules(Rule.PieceEvent.ENTERS, piece);
        if (hasFreePlace()) {
            takeFreePlace().beginsWith(piece);
        } else {
            toQueue(piece);
        }
        if (piece.rework != null) {
            breakPromises();
        }
    }

    @Override
    void fill(Place place) {
        if (!queue.isEmpty()) {
            place.load.add(fromQueue());
            place.begin();
        }
    }

    @Override
    void complete(Place place) {
        Piece piece = place.load.getFirst();
        piece.isWell();
        if (piece.toScrap) {
            scrap(piece);
            return;
        }
        switch (parting) {
            case UnpackingStation.Parting.TakeOff() -> takeOff(place, piece);
            case UnpackingStation.Parting.Split split -> {
                ends(piece);
                int type = plant.types.number(split.type());
                for (int i = 0; i < split.pieces(); i++) {
                    Piece part = new Piece(type);
                    plant.pieceMade(part, index);
                    appears(part);
                    place.done.out.add(part);
                }
            }
        }
    }

    private void takeOff(Place place, Piece piece) {
        List<Piece> contents = piece.load;
        boolean isBatch = contents != null && !plant.types.isCarrier(piece.type);
        if (contents != null) {
            piece.load = null;
            for (Piece content : contents) {
                if (plant.trace != null) {
                    plant.trace.off(plant.now(), content.body, index);
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
        piece.arrivedNanos = plant.now();
        tally.appears(plant.now());
    }

    private void ends(Piece piece) {
        tally.joins(plant.now());
        plant.pieceJoined(piece, index);
    }
}
