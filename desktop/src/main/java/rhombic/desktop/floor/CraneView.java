package rhombic.desktop.floor;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.TriangleMesh;
import rhombic.desktop.floor.body.RackBody;
import rhombic.scene.CraneScene;
import rhombic.space.Pose;
import rhombic.study.kind.Rack;
import rhombic.study.unfold.UnfoldedStudy;

/** The stacker cranes on the floor, with the rails on which they run and the tables where loads come and go. */
final class CraneView {
    private final Group view = new Group();
    private final PhongMaterial palette;
    private final List<One> cranes = new ArrayList<>();
    private List<Optional<CraneScene.Crane>> shown = List.of();
    /** Of racks whose cranes change aisles: what all of them run on. */
    private final List<PlacedBody> ways = new ArrayList<>();

    /** One crane as drawn. */
    private final class One {
        final PlacedBody aisle = new PlacedBody(palette);
        final PlacedBody mast = new PlacedBody(palette);
        final PlacedBody carriage = new PlacedBody(palette);
        final List<PlacedBody> forks;
        final boolean isThere;

        One(Optional<CraneScene.Crane> crane) {
            isThere = crane.isPresent();
            forks = crane.map(one -> IntStream.range(0, one.forks()).mapToObj(i -> new PlacedBody(palette)).toList()).orElse(List.of());
            crane.ifPresent(one -> {
                if (one.transfer().isEmpty()) {
                    place(aisle, one.rack(), RackBody.aisle(one.rack(), one.aisle()));
                }
                mast.setMesh(RackBody.mast(one.highMetres(), one.carriageMetres()));
                carriage.setMesh(RackBody.carriage(one.carriageMetres()));
                forks.forEach(fork -> fork.setMesh(RackBody.fork()));
            });
            aisle.setVisible(isThere && crane.get().transfer().isEmpty());
        }

        void setVisible(boolean visible) {
            mast.setVisible(visible);
            carriage.setVisible(visible);
            forks.forEach(fork -> fork.setVisible(visible));
        }

        Stream<Node> all() {
            return Stream.concat(Stream.of(aisle, mast, carriage), forks.stream()).map(PlacedBody::view);
        }
    }

    CraneView(PhongMaterial palette) {
        this.palette = palette;
    }

    Group view() {
        return view;
    }

    /** Those of the study; where they are the same as before they stay as they are drawn, until the next moment is shown. */
    void setStudy(UnfoldedStudy study) {
        List<Optional<CraneScene.Crane>> all = new CraneScene(study).cranes();
        if (all.equals(shown)) {
            return;
        }
        shown = all;
        cranes.clear();
        all.forEach(crane -> cranes.add(new One(crane)));
        ways.clear();
        Set<String> racks = new HashSet<>();
        all.stream().flatMap(Optional::stream).filter(crane -> crane.transfer().isPresent() && racks.add(crane.rack().name()))
                .forEach(this::addWays);
        view.getChildren().setAll(Stream.concat(ways.stream().map(PlacedBody::view), cranes.stream().flatMap(One::all)).toList());
    }

    private void addWays(CraneScene.Crane crane) {
        Rack rack = crane.rack();
        for (int aisle = 0; aisle < rack.layout().aisles(); aisle++) {
            addWay(rack, RackBody.aisle(rack, aisle));
        }
        addWay(rack, RackBody.transfer(rack.layout(), crane.transfer().orElseThrow(), crane.forks()));
    }

    private void addWay(Rack rack, TriangleMesh mesh) {
        PlacedBody way = new PlacedBody(palette);
        place(way, rack, mesh);
        way.setVisible(true);
        ways.add(way);
    }

    private static void place(PlacedBody body, Rack rack, TriangleMesh mesh) {
        body.setMesh(mesh);
        Pose at = rack.placement().pose();
        body.at(at.x(), at.y(), 0, at.heading());
    }

    void hide() {
        cranes.forEach(one -> one.setVisible(false));
    }

    /** @param posed as they are at the moment to show */
    void show(CraneScene posed) {
        for (int i = 0; i < cranes.size() && i < posed.cranes().size(); i++) {
            One one = cranes.get(i);
            boolean isSeen = one.isThere && posed.isSeen(i);
            one.setVisible(isSeen);
            if (isSeen) {
                Pose mast = posed.mast(i);
                one.mast.at(mast.x(), mast.y(), 0, mast.heading());
                one.carriage.at(mast.x(), mast.y(), posed.carriageMetres(i), mast.heading());
                for (int k = 0; k < one.forks.size(); k++) {
                    Pose fork = posed.fork(i, k);
                    one.forks.get(k).at(fork.x(), fork.y(), posed.carriageMetres(i), mast.heading());
                }
            }
        }
    }
}
