package rhombic.desktop.frame;

import java.util.Optional;
import rhombic.desktop.card.JobCardView;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.work.Player;
import rhombic.desktop.work.Workbench;
import rhombic.insight.PieceStory;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;

/** The piece whose card is open, if one is, and whether the camera goes with it, or with a person or vehicle. */
final class ChosenPiece {
    private final Workbench bench;
    private final Player player;
    private final JobCardView card;
    private final FloorView floor;
    private Optional<Integer> piece = Optional.empty();
    private boolean isFollowed;
    /** The person or vehicle that the camera goes with, by its number among all; negative if with none. */
    private int member = -1;

    ChosenPiece(Workbench bench, Player player, JobCardView card, FloorView floor) {
        this.bench = bench;
        this.player = player;
        this.card = card;
        this.floor = floor;
    }

    boolean isThere() {
        return piece.isPresent();
    }

    void choose(Optional<Integer> chosen) {
        piece = chosen;
        isFollowed = false;
        member = -1;
        show();
    }

    /** The same, and the camera goes with it. */
    void follow(Optional<Integer> chosen) {
        choose(chosen);
        isFollowed = true;
    }

    /** The camera goes with one of a group, by its number among all; negative: with none. */
    void followMember(int number) {
        isFollowed = false;
        member = number;
    }

    /** The camera goes with it, if it does, until it has left. */
    void keepInSight() {
        isFollowed = isFollowed && piece.filter(floor::centreOn).isPresent();
        member = member >= 0 && floor.centreOnMember(member) ? member : -1;
    }

    /** Says anew on its card what it does at the moment that is shown. */
    void show() {
        Optional<Moment> moment = player.moment();
        Optional<PieceStatus> status = piece.flatMap(id -> moment.flatMap(m -> m.piece(id)));
        if (status.isEmpty() || player.trace().isEmpty()) {
            card.showPiece(Optional.empty());
            return;
        }
        PieceStory story = new PieceStory(floor.unfolded(), player.trace().get());
        String type = bench.study().pieceTypes().get(status.get().type()).name();
        card.showPiece(Optional.of(new JobCardView.PieceNote(type + ", piece " + (status.get().piece() + 1),
                story.doing(status.get(), moment.get()), story.values(status.get(), moment.get()),
                story.history(status.get(), moment.get().timeNanos()))));
    }
}
