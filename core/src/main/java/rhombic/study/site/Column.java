package rhombic.study.site;

import java.util.List;
import rhombic.space.Pose;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Family;
import rhombic.study.kind.Kind;
import rhombic.study.place.Footprint;

/** A column that bears a roof. */
public record Column(Basics basics) implements Structure {
    private static final Footprint FOOTPRINT = new Footprint(0.4, 0.4, 6);

    public static final Kind<Column> KIND = new Kind<>("Column", Family.SITE, Column.class, List.of(), Column::new,
            (basics, types) -> new Column(basics));

    @Override
    public Kind<Column> declaration() {
        return KIND;
    }

    @Override
    public Column with(Basics newBasics) {
        return new Column(newBasics);
    }

    @Override
    public String purpose() {
        return "Nobody goes through it.";
    }

    @Override
    public Footprint usualSize() {
        return FOOTPRINT;
    }

    @Override
    public List<List<Pose>> outlines() {
        return List.of(onFootprint());
    }
}
