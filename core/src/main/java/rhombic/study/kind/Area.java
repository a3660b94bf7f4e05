package rhombic.study.kind;

import rhombic.study.area.BreakArea;
import rhombic.study.area.VehiclePlaces;
import rhombic.study.area.Zone;

/** A part of the floor with a purpose. */
public sealed interface Area extends PlantElement permits BreakArea, VehiclePlaces, Zone {
    @Override
    Area with(Basics basics);

    /** What it is for, in one sentence. */
    String purpose();
}
