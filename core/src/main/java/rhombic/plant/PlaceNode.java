package rhombic.plant;

import rhombic.measure.Tally;
import rhombic.plant.piece.Piece;
import rhombic.study.kind.Equipment;

/** A place that pieces never meet, such as the home of a crew. */
final class PlaceNode extends Node {
    PlaceNode(Plant plant, int index, Equipment place) {
        super(plant, index, place, new Tally(0));
    }

    @Override
    boolean hasRoom(Way way, Piece piece) {
        return false;
    }

    @Override
    void accept(Way way, Piece piece) {
        throw new IllegalStateException(name() + " takes no pieces");
    }

    @Override
    public Piece hand(Offer offer, Way way) {
        throw new IllegalStateException(name() + " gives no pieces");
    }

    @Override
    void attend() {}
}
