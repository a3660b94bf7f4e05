/** All computation of Rhombic: from a study to what its run means. Knows no window and no file. */
module rhombic.core {
    requires transitive org.jspecify;
    requires transitive org.apache.commons.rng.api;
    requires org.apache.commons.rng.core;
    requires org.apache.commons.rng.sampling;
    requires org.apache.commons.statistics.distribution;
    requires org.antlr.antlr4.runtime;
    requires org.locationtech.jts;

    exports rhombic.quantity;
    exports rhombic.chance;
    exports rhombic.formula;
    exports rhombic.study;
    exports rhombic.study.value;
    exports rhombic.study.place;
    exports rhombic.study.duty;
    exports rhombic.study.area;
    exports rhombic.study.field;
    exports rhombic.study.fleet;
    exports rhombic.study.rack;
    exports rhombic.study.crane;
    exports rhombic.study.kind;
    exports rhombic.study.site;
    exports rhombic.study.way;
    exports rhombic.study.work;
    exports rhombic.study.unfold;
    exports rhombic.study.check;
    exports rhombic.study.change;
    exports rhombic.plant.blueprint to rhombic.cli, rhombic.desktop; // for what a run failed of
    exports rhombic.trace;
    exports rhombic.space;
    exports rhombic.scene;
    exports rhombic.measure;
    exports rhombic.experiment;
    exports rhombic.insight;
    exports rhombic.chart;
}
