package rhombic.desktop.floor.body;

import java.util.List;
import java.util.stream.IntStream;
import javafx.scene.shape.TriangleMesh;
import rhombic.desktop.floor.body.MeshMaker.Point;
import rhombic.scene.PiecePlaces;
import rhombic.scene.Scene;
import rhombic.study.area.BreakArea;
import rhombic.study.area.ChargingArea;
import rhombic.study.area.ParkingArea;
import rhombic.study.area.Zone;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Dock;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.StackerCrane;
import rhombic.study.kind.Station;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.place.Footprint;
import rhombic.study.site.Aisle;
import rhombic.study.site.Column;
import rhombic.study.site.Fence;
import rhombic.study.site.Structure;
import rhombic.study.site.Wall;

/** The shape of each kind of equipment, standing at the origin, its flow towards the east. Equal ones share a mesh. */
public final class Bodies {
    private static final double LEG = 0.07;
    public static final int MAX_INPUT_DRAWN = 6;
    private static final double LOCK_METRES = 1.2;
    private static final int STRIPS = 6;

    private final SharedMeshes made = new SharedMeshes();

    private record StationShape(String kind, int places, int inputCapacity) {}

    /** Where the lamp of the stack light stands, seen from the middle of the equipment. */
    static Point lamp(Footprint footprint) {
        return new Point(0.78, footprint.widthMetres() / 2 - 0.35, 2.2);
    }

    public TriangleMesh of(PlantElement element) {
        return switch (element) {
            case GoodsIn in -> made.of("in", () -> portal(in.usualSize(), true));
            case GoodsOut out -> made.of("out", () -> portal(out.usualSize(), false));
            case Buffer buffer when buffer.arrangement().isArea() ->
                made.of(List.of("area", buffer.footprint()), () -> area(buffer.footprint()));
            case Buffer buffer -> made.of(buffer.footprint(), () -> rollers(buffer.footprint()));
            case Dock dock -> made.of("dock", () -> dock(dock.usualSize()));
            case Crew crew -> made.of(List.of("crew", crew.footprint()), () -> PersonForm.home(crew.footprint()));
            case Fleet fleet -> made.of(List.of("fleet", fleet.footprint(), fleet.vehicles()),
                    () -> VehicleForm.parking(fleet.footprint(), fleet.vehicles()));
            case Rack rack -> made.of(List.of("rack", rack.layout()), () -> RackBody.of(rack));
            case StackerCrane crane -> made.of("crane desk", RackBody::desk);
            case BridgeCrane crane -> made.of(List.of("runway", crane.form(), crane.runway()), () -> HallCraneForm.runway(crane));
            case ChargingArea area -> made.of(List.of("charging", area.places(), area.footprint()), () -> VehicleForm.chargers(area));
            case ParkingArea area -> made.of(List.of("parking", area.places(), area.footprint()),
                    () -> VehicleForm.parking(area.footprint(), area.places()));
            case Zone zone -> made.of(List.of("zone", zone.footprint()), () -> SiteForm.zone(zone.footprint()));
            case BreakArea area -> made.of("break area", () -> PersonForm.breakArea(area.usualSize()));
            case Aisle aisle -> made.of(List.of("aisle", aisle.line(), aisle.width(), aisle.direction(), aisle.users()),
                    () -> SiteForm.aisle(aisle));
            case Wall wall -> made.of(List.of("wall", wall.line(), wall.thickness(), wall.height(), wall.openings()),
                    () -> SiteForm.wall(wall, -1));
            case Fence fence -> made.of(List.of("fence", fence.line(), fence.height(), fence.openings()), () -> SiteForm.fence(fence));
            case Column column -> made.of(List.of("column", column.footprint()), () -> SiteForm.column(column));
            case Conveyor conveyor -> made.of(shape("conveyor", conveyor), () -> ConveyorBody.of(conveyor));
            case WorkEquipment work -> made.of(
                    new StationShape(shape(work), Math.min(8, work.work().places()),
                            Math.min(MAX_INPUT_DRAWN, work.work().inputCapacity())),
                    () -> switch (work) {
                        case Station station when station.load().pieces() > 1 -> oven(station);
                        case Station station -> machine(station);
                        case AssemblyStation assembly -> assembly(assembly);
                        case UnpackingStation unpacking -> unpacking(unpacking);
                    });
        };
    }

    /** The same leg by leg, of what one may look through leg by leg. */
    public List<TriangleMesh> legs(PlantElement element) {
        return element instanceof Wall wall
                ? IntStream.range(0, wall.legs()).mapToObj(leg -> made.of(
                        List.of("leg", leg, wall.line(), wall.thickness(), wall.height(), wall.openings()), () -> SiteForm.wall(wall, leg)))
                        .toList()
                : List.of(of(element));
    }

    private static List<Object> shape(String seen, Conveyor conveyor) {
        return List.of(seen, conveyor.conveyorPath(), conveyor.width(), conveyor.lanes(), conveyor.mode(), conveyor.fittings());
    }

    /** The same as it is seen from far away. */
    public TriangleMesh far(PlantElement element) {
        return switch (element) {
            case Conveyor conveyor -> made.of(shape("far conveyor", conveyor), () -> ConveyorBody.far(conveyor));
            case Rack rack -> made.of(List.of("far rack", rack.layout()), () -> RackBody.far(rack));
            default -> of(element);
        };
    }

    /** How much the shape of its kind is stretched along the flow, across it, and up, if it has a size of its own. */
    public static double[] stretch(PlantElement element) {
        Footprint own = element.footprint();
        if (element instanceof ResourceGroup || element instanceof Structure) {
            return new double[] {1, 1, 1};
        }
        Footprint drawn = element instanceof Buffer buffer
                ? new Footprint(own.lengthMetres(), own.widthMetres(), buffer.usualSize().heightMetres())
                : element.usualSize();
        boolean isFlat = element instanceof Buffer buffer && buffer.arrangement().isArea();
        return new double[] {own.lengthMetres() / drawn.lengthMetres(), own.widthMetres() / drawn.widthMetres(),
                isFlat ? 1 : own.heightMetres() / drawn.heightMetres()};
    }

    /** A mat on the floor with a line round it. */
    private static TriangleMesh area(Footprint footprint) {
        double l = footprint.lengthMetres() / 2;
        double w = footprint.widthMetres() / 2;
        MeshMaker maker = new MeshMaker().bar(0, 0, 0, 2 * l, 2 * w, 0.015, Swatch.MAT);
        double line = 0.08;
        for (int side : new int[] {-1, 1}) {
            maker.ribbon(-l, side * (w - line / 2), l, side * (w - line / 2), line, 0.02, Swatch.VERDIGRIS);
            maker.ribbon(side * (l - line / 2), -w, side * (l - line / 2), w, line, 0.02, Swatch.VERDIGRIS);
        }
        return maker.mesh();
    }

    private static String shape(WorkEquipment work) {
        return work instanceof Station station && station.load().pieces() > 1 ? "oven" : work.kind();
    }

    static TriangleMesh lampMesh() {
        return new MeshMaker().post(0, 0, 0, 0.075, 0.24, 8, Swatch.BODY).mesh();
    }

    /** Draws one place of a station: its middle across the flow, and how wide it is. */
    private interface PlaceShape {
        void draw(MeshMaker maker, double y, double width);
    }

    /** One shape for each place, side by side, a post for the stack light, and the rollers before it. */
    private static MeshMaker places(WorkEquipment station, PlaceShape shape, double postFrom) {
        MeshMaker maker = new MeshMaker();
        int drawn = Math.clamp(station.work().places(), 1, 8);
        double width = station.usualSize().widthMetres() / drawn;
        for (int i = 0; i < drawn; i++) {
            shape.draw(maker, (i - (drawn - 1) / 2.0) * width, width);
        }
        Point lamp = lamp(station.usualSize());
        maker.post(lamp.x(), lamp.y(), postFrom, 0.03, 2.2 - postFrom, 6, Swatch.INK);
        infeed(maker, station);
        return maker;
    }

    /** A machine: cabinet, table in front, a console that leans back. */
    private static TriangleMesh machine(WorkEquipment station) {
        return places(station, (maker, y, width) -> unit(maker, y, width - 0.12), 1.72).mesh();
    }

    /** A chamber with a door that stands open: pieces lie in it together. */
    private static TriangleMesh oven(Station station) {
        double table = Scene.TABLE_METRES;
        return places(station, (maker, y, width) -> {
            double inner = width - 0.12;
            maker.bar(0, y, 0, 1.9, inner - 0.1, 0.06, Swatch.STEEL_DARK);
            maker.box(0, y, 0.06, 2, inner, table - 0.1, Swatch.BODY, Swatch.BODY_EDGE);
            maker.box(0, y, table - 0.04, 1.96, inner - 0.04, 0.04, Swatch.TABLE, Swatch.BODY_EDGE);
            maker.box(0, y + inner / 2 - 0.06, table, 2, 0.12, 0.85, Swatch.BODY, Swatch.BODY_EDGE);
            maker.box(0, y, table + 0.85, 2, inner, 0.16, Swatch.BODY, Swatch.BODY_EDGE);
            for (int side : new int[] {-1, 1}) {
                maker.bar(side * 0.97, y - inner / 2 + 0.05, table, 0.06, 0.06, 0.85, Swatch.STEEL_DARK);
                maker.bar(side * 0.97, y + inner / 2 - 0.4, table + 0.1, 0.04, 0.5, 0.6, Swatch.GLASS);
            }
            maker.post(0.5, y + 0.2, table + 1.01, 0.09, 0.4, 8, Swatch.STEEL);
        }, table).mesh();
    }

    /** A low table under a gantry, with stands for parts before it. */
    private static TriangleMesh assembly(AssemblyStation station) {
        double table = Scene.TABLE_METRES;
        MeshMaker maker = places(station, (place, y, width) -> {
            place.bar(0, y, 0, 1.7, width - 0.4, 0.06, Swatch.STEEL_DARK);
            place.box(0, y, 0.06, 1.8, width - 0.3, table - 0.12, Swatch.BODY, Swatch.BODY_EDGE);
            place.box(0, y, table - 0.06, 2, width - 0.12, 0.06, Swatch.TABLE, Swatch.BODY_EDGE);
            for (int side : new int[] {-1, 1}) {
                place.bar(side * 0.85, y + width / 2 - 0.2, table, 0.08, 0.08, 1.1, Swatch.STEEL_DARK);
            }
            place.bar(0, y + width / 2 - 0.2, table + 1.1, 1.78, 0.1, 0.1, Swatch.STEEL);
            place.bar(0.2, y, table + 1.12, 0.1, width - 0.4, 0.08, Swatch.STEEL);
            place.bar(0.2, y - 0.1, table + 0.75, 0.07, 0.07, 0.38, Swatch.VERDIGRIS);
        }, table);
        double front = -station.usualSize().widthMetres() / 2 - 0.55;
        for (int stand = 0; stand < PiecePlaces.STANDS; stand++) {
            double x = (stand - 1) * PiecePlaces.STAND_PITCH_METRES;
            maker.bar(x, front, PiecePlaces.STAND_METRES - 0.06, 0.78, 0.66, 0.06, Swatch.MAT);
            for (int leg : new int[] {-1, 1}) {
                maker.bar(x + leg * 0.32, front - 0.26, 0, 0.06, 0.06, 0.44, Swatch.STEEL_DARK);
                maker.bar(x + leg * 0.32, front + 0.26, 0, 0.06, 0.06, 0.44, Swatch.STEEL_DARK);
            }
        }
        return maker.mesh();
    }

    /** A lifting table with an arm that takes off, on a round foot. */
    private static TriangleMesh unpacking(UnpackingStation station) {
        double table = Scene.TABLE_METRES;
        return places(station, (maker, y, width) -> {
            maker.bar(0, y, 0, 1.7, width - 0.4, 0.14, Swatch.STEEL_DARK);
            maker.bar(-0.35, y, 0.14, 0.16, width - 0.6, table - 0.22, Swatch.STEEL);
            maker.bar(0.35, y, 0.14, 0.16, width - 0.6, table - 0.22, Swatch.STEEL);
            maker.box(0, y, table - 0.08, 2, width - 0.12, 0.08, Swatch.TABLE, Swatch.BODY_EDGE);
            maker.post(-0.7, y + width / 2 - 0.25, 0, 0.16, 1.5, 10, Swatch.BODY);
            maker.bar(-0.2, y + width / 2 - 0.25, 1.5, 1.2, 0.14, 0.14, Swatch.BODY_DARK);
            maker.bar(0.35, y + width / 2 - 0.45, 1.42, 0.12, 0.5, 0.1, Swatch.BODY_DARK);
            maker.bar(0.35, y + width / 2 - 0.65, 1.15, 0.08, 0.08, 0.3, Swatch.VERDIGRIS);
        }, table).mesh();
    }

    /** A plate that bridges the gap, a portal with a curtain rolled up, buffers and lamps beside it. */
    private static TriangleMesh dock(Footprint size) {
        double l = size.lengthMetres() / 2;
        double w = size.widthMetres() / 2;
        MeshMaker maker = new MeshMaker().bar(0, 0, 0, 2 * l, 2 * w, 0.015, Swatch.MAT);
        maker.bar(-l / 2, 0, 0.015, l, 2.1, 0.05, Swatch.STEEL);
        for (int side : new int[] {-1, 1}) {
            maker.box(-l + 0.15, side * (w - 0.15), 0, 0.3, 0.3, 3.3, Swatch.BODY, Swatch.BODY_EDGE);
            maker.bar(-l - 0.06, side * 1.3, 0.5, 0.12, 0.3, 0.6, Swatch.INK);
            maker.ribbon(-l, side * (w - 0.4), l, side * (w - 0.4), 0.1, 0.03, Swatch.OCHRE);
            maker.post(-l + 0.36, side * (w - 0.4), 2.2, 0.07, 0.14, 8, side > 0 ? Swatch.VERDIGRIS : Swatch.SAFFRON);
        }
        maker.box(-l + 0.15, 0, 3.0, 0.42, 2 * w, 0.42, Swatch.BODY, Swatch.BODY_EDGE);
        return maker.mesh();
    }

    private static void unit(MeshMaker maker, double y, double width) {
        double back = y + width / 2;
        double front = y - width / 2;
        double table = Scene.TABLE_METRES;
        maker.bar(0, y, 0, 1.8, width - 0.1, 0.08, Swatch.STEEL_DARK);
        maker.box(0, y, 0.08, 1.92, width, table - 0.14, Swatch.BODY, Swatch.BODY_EDGE);
        maker.box(0, y, table - 0.06, 2, width, 0.06, Swatch.TABLE, Swatch.BODY_EDGE);
        double wall = back - 0.42;
        double low = 0.95;
        double high = 1.75;
        double lean = 0.2;
        Point a = new Point(-0.95, wall, table);
        Point b = new Point(0.95, wall, table);
        Point c = new Point(0.95, wall, low);
        Point d = new Point(-0.95, wall, low);
        Point e = new Point(0.95, wall + lean, high);
        Point f = new Point(-0.95, wall + lean, high);
        Point g = new Point(0.95, back, high);
        Point h = new Point(-0.95, back, high);
        Point i = new Point(0.95, back, table);
        Point j = new Point(-0.95, back, table);
        maker.quad(a, b, c, d, Swatch.BODY_DARK);
        maker.rimmed(d, c, e, f, Swatch.BODY, Swatch.BODY_EDGE);
        maker.rimmed(f, e, g, h, Swatch.BODY, Swatch.BODY_EDGE);
        maker.rimmed(i, j, h, g, Swatch.BODY, Swatch.BODY_EDGE);
        maker.quad(b, i, g, e, Swatch.BODY).triangle(b, e, c, Swatch.BODY);
        maker.quad(j, a, f, h, Swatch.BODY).triangle(a, d, f, Swatch.BODY);
        window(maker, d, c, e, f);
        maker.bar(0, front + 0.02, table - 0.3, 0.9, 0.05, 0.05, Swatch.STEEL);
    }

    /** A dark pane set into the leaning console, a little before it. */
    private static void window(MeshMaker maker, Point a, Point b, Point c, Point d) {
        Point low1 = lifted(a.toward(b, 0.16).toward(d.toward(c, 0.16), 0.2));
        Point low2 = lifted(b.toward(a, 0.3).toward(c.toward(d, 0.3), 0.2));
        Point high2 = lifted(c.toward(d, 0.3).toward(b.toward(a, 0.3), 0.18));
        Point high1 = lifted(d.toward(c, 0.16).toward(a.toward(b, 0.16), 0.18));
        maker.quad(low1, low2, high2, high1, Swatch.GLASS);
    }

    private static Point lifted(Point p) {
        return new Point(p.x(), p.y() - 0.012, p.z() + 0.004);
    }

    /** The rollers on which pieces wait before the station. */
    private static void infeed(MeshMaker maker, WorkEquipment station) {
        int room = Math.min(MAX_INPUT_DRAWN, station.work().inputCapacity());
        if (room > 0) {
            double length = room * Scene.PITCH_METRES;
            rollers(maker, -station.usualSize().lengthMetres() / 2 - length / 2, length, 0.8);
        }
    }

    private static TriangleMesh rollers(Footprint footprint) {
        MeshMaker maker = new MeshMaker();
        rollers(maker, 0, footprint.lengthMetres(), footprint.widthMetres());
        return maker.mesh();
    }

    private static void rollers(MeshMaker maker, double x, double length, double width) {
        double top = Scene.TABLE_METRES;
        double side = width / 2 - 0.05;
        maker.bar(x, -side, top - 0.16, length, 0.06, 0.2, Swatch.STEEL);
        maker.bar(x, side, top - 0.16, length, 0.06, 0.2, Swatch.STEEL);
        int count = Math.max(2, (int) Math.round(length / 0.2));
        for (int i = 0; i < count; i++) {
            maker.bar(x - length / 2 + (i + 0.5) * length / count, 0, top - 0.08, 0.09, 2 * side - 0.06, 0.07, Swatch.ROLLER);
        }
        int pairs = Math.max(2, (int) Math.ceil(length / 1.8) + 1);
        for (int i = 0; i < pairs; i++) {
            double at = x - length / 2 + 0.12 + i * (length - 0.24) / (pairs - 1);
            maker.bar(at, -side, 0, LEG, LEG, top - 0.16, Swatch.STEEL_DARK);
            maker.bar(at, side, 0, LEG, LEG, top - 0.16, Swatch.STEEL_DARK);
        }
    }

    /** A lock through which pieces come or go: two walls and a roof on a mat; its signs point along the flow. */
    private static TriangleMesh portal(Footprint footprint, boolean inward) {
        MeshMaker maker = new MeshMaker();
        double half = footprint.widthMetres() / 2;
        double x = inward ? -0.3 : 0.3;
        Swatch sign = inward ? Swatch.VERDIGRIS : Swatch.INK;
        maker.bar(0, 0, 0, footprint.lengthMetres(), footprint.widthMetres(), 0.03, Swatch.MAT);
        maker.rhombus(inward ? 0.7 : -0.7, 0, 0.04, 1, 0, 0.26, 0.17, sign);
        for (int side : new int[] {-1, 1}) {
            maker.box(x, side * (half - 0.08), 0.03, LOCK_METRES, 0.16, 2.0, Swatch.BODY, Swatch.BODY_EDGE);
            maker.bar(x, side * (half - 0.2), 0.03, LOCK_METRES - 0.1, 0.06, 0.35, Swatch.STEEL);
            sign(maker, x, side * (half + 0.004), side, sign);
        }
        maker.box(x, 0, 2.03, LOCK_METRES + 0.1, footprint.widthMetres(), 0.3, Swatch.BODY, Swatch.BODY_EDGE);
        for (int strip = 0; strip < STRIPS; strip++) {
            double y = (strip - (STRIPS - 1) / 2.0) * (footprint.widthMetres() - 0.4) / STRIPS;
            maker.bar(x + (inward ? -1 : 1) * LOCK_METRES / 2.2, y, 0.75, 0.03, 0.2, 1.28, Swatch.BODY_DARK);
        }
        return maker.mesh();
    }

    /** A rhombus with a longer point in the direction of the flow, upright on a side wall. */
    private static void sign(MeshMaker maker, double x, double y, int side, Swatch swatch) {
        Point back = new Point(x - side * 0.22, y, 1.2);
        Point low = new Point(x, y, 1.02);
        Point front = new Point(x + side * 0.22, y, 1.2);
        Point high = new Point(x, y, 1.38);
        maker.quad(front, low, back, high, swatch);
    }
}
