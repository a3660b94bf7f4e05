package rhombic;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.lang.syntax.ArchRuleDefinition;
import com.tngtech.archunit.library.dependencies.SlicesRuleDefinition;
import java.lang.module.ModuleDescriptor;
import java.lang.module.ModuleFinder;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** What module descriptors can't say: one direction among the packages of the core. */
class ArchitectureTest {
    private static final JavaClasses CORE = new ClassFileImporter().withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("rhombic");

    @Test
    void computationKnowsNoInterfaceAndNoFileFormat() {
        noClasses().should().dependOnClassesThat()
                .resideInAnyPackage("javafx..", "java.awt..", "javax.swing..", "com.fasterxml..", "rhombic.formats..", "rhombic.desktop..")
                .check(CORE);
    }

    @Test
    void packagesDependInOneDirection() {
        layeredArchitecture().consideringOnlyDependenciesInLayers()
                .layer("quantity").definedBy("rhombic.quantity")
                .layer("kernel").definedBy("rhombic.kernel")
                .layer("chance").definedBy("rhombic.chance")
                .layer("formula").definedBy("rhombic.formula..")
                .layer("space").definedBy("rhombic.space")
                .layer("study").definedBy("rhombic.study..")
                .layer("trace").definedBy("rhombic.trace")
                .layer("measure").definedBy("rhombic.measure..")
                .layer("plant").definedBy("rhombic.plant..")
                .layer("experiment").definedBy("rhombic.experiment")
                .layer("insight").definedBy("rhombic.insight")
                .layer("scene").definedBy("rhombic.scene")
                .whereLayer("insight").mayNotBeAccessedByAnyLayer()
                .whereLayer("scene").mayNotBeAccessedByAnyLayer()
                .whereLayer("experiment").mayOnlyBeAccessedByLayers("insight")
                .whereLayer("plant").mayOnlyBeAccessedByLayers("experiment")
                .whereLayer("measure").mayOnlyBeAccessedByLayers("plant", "experiment", "insight")
                .whereLayer("trace").mayOnlyBeAccessedByLayers("measure", "plant", "experiment", "insight", "scene")
                .whereLayer("kernel").mayOnlyBeAccessedByLayers("plant")
                .whereLayer("study").mayOnlyBeAccessedByLayers("trace", "measure", "plant", "experiment", "insight", "scene")
                .whereLayer("space").mayOnlyBeAccessedByLayers("study", "trace", "plant", "experiment", "insight", "scene")
                .check(CORE);
        SlicesRuleDefinition.slices().matching("rhombic.(*)..").should().beFreeOfCycles().check(CORE);
    }

    /** Within the study: how values are declared, values, work made of them, kinds, then the study; checks and changes stand on all. */
    @Test
    void theRoomsOfTheStudyHaveOneDirection() {
        layeredArchitecture().consideringOnlyDependenciesInLayers()
                .layer("field").definedBy("rhombic.study.field")
                .layer("value").definedBy("rhombic.study.value")
                .layer("place").definedBy("rhombic.study.place")
                .layer("work").definedBy("rhombic.study.work", "rhombic.study.fleet", "rhombic.study.rack")
                .layer("kind").definedBy("rhombic.study.kind", "rhombic.study.site", "rhombic.study.area", "rhombic.study.crane")
                .layer("check").definedBy("rhombic.study.check")
                .layer("change").definedBy("rhombic.study.change")
                .layer("unfold").definedBy("rhombic.study.unfold")
                .whereLayer("check").mayNotBeAccessedByAnyLayer()
                .whereLayer("unfold").mayNotBeAccessedByAnyLayer()
                .whereLayer("change").mayOnlyBeAccessedByLayers("check", "unfold")
                .whereLayer("kind").mayOnlyBeAccessedByLayers("check", "change", "unfold")
                .whereLayer("work").mayOnlyBeAccessedByLayers("kind", "check", "change")
                .whereLayer("place").mayOnlyBeAccessedByLayers("work", "kind", "check", "change")
                .whereLayer("field").mayNotAccessAnyLayer()
                .check(CORE);
    }

    /** Within the plant: routes, what a run is made of, its people and vehicles, hand-over, the kinds of equipment, rules; each knows only those before. */
    @Test
    void theRoomsOfThePlantHaveOneDirection() {
        layeredArchitecture().consideringOnlyDependenciesInLayers()
                .layer("route").definedBy("rhombic.plant.route")
                .layer("traffic").definedBy("rhombic.plant.traffic")
                .layer("parts").definedBy("rhombic.plant.piece", "rhombic.plant.activity", "rhombic.plant.resource",
                        "rhombic.plant.blueprint")
                .layer("maintenance").definedBy("rhombic.plant.maintenance")
                .layer("run").definedBy("rhombic.plant.run")
                .layer("staff").definedBy("rhombic.plant.staff")
                .layer("fleet").definedBy("rhombic.plant.fleet")
                .layer("crane").definedBy("rhombic.plant.crane")
                .layer("transport").definedBy("rhombic.plant.transport")
                .layer("handover").definedBy("rhombic.plant.handover")
                .layer("formula").definedBy("rhombic.plant.formula")
                .layer("dock").definedBy("rhombic.plant.dock")
                .layer("work").definedBy("rhombic.plant.work")
                .layer("convey").definedBy("rhombic.plant.convey")
                .layer("goods").definedBy("rhombic.plant.goods")
                .layer("store").definedBy("rhombic.plant.store")
                .layer("rules").definedBy("rhombic.plant.rules")
                .layer("plant").definedBy("rhombic.plant")
                .whereLayer("plant").mayNotBeAccessedByAnyLayer()
                .whereLayer("rules").mayOnlyBeAccessedByLayers("plant")
                .whereLayer("work").mayOnlyBeAccessedByLayers("plant")
                .whereLayer("dock").mayOnlyBeAccessedByLayers("plant")
                .whereLayer("store").mayOnlyBeAccessedByLayers("plant")
                .whereLayer("formula").mayOnlyBeAccessedByLayers("work", "goods", "dock", "store", "transport")
                .whereLayer("convey").mayOnlyBeAccessedByLayers("plant")
                .whereLayer("goods").mayOnlyBeAccessedByLayers("plant", "rules")
                .whereLayer("handover")
                .mayOnlyBeAccessedByLayers("plant", "rules", "work", "convey", "goods", "store", "dock", "formula", "transport")
                .whereLayer("transport").mayOnlyBeAccessedByLayers("plant")
                .whereLayer("fleet").mayOnlyBeAccessedByLayers("plant")
                .whereLayer("crane").mayOnlyBeAccessedByLayers("plant", "store")
                .whereLayer("staff")
                .mayOnlyBeAccessedByLayers("plant", "rules", "work", "convey", "goods", "store", "dock", "formula", "handover", "fleet",
                        "crane", "transport")
                .whereLayer("parts")
                .mayOnlyBeAccessedByLayers("run", "plant", "rules", "work", "convey", "goods", "store", "dock", "formula", "handover",
                        "staff",
                        "fleet", "crane", "transport",
                        "maintenance")
                .whereLayer("traffic").mayOnlyBeAccessedByLayers("parts", "staff")
                .whereLayer("route").mayOnlyBeAccessedByLayers("traffic", "parts", "run", "staff", "fleet", "crane", "store")
                .whereLayer("maintenance")
                .mayOnlyBeAccessedByLayers("plant", "rules", "work", "convey", "goods", "store", "dock", "formula", "handover", "staff",
                        "transport")
                .check(CORE);
        SlicesRuleDefinition.slices().matching("rhombic.plant.(*)..").should().beFreeOfCycles().check(CORE);
    }

    /** Nobody outside builds on how events are scheduled, or on what a plant is made of; it is run, watched and asked. */
    @Test
    void whatIsOnlyForTheInsideIsNotExported() {
        ModuleDescriptor core = ModuleFinder.of(Path.of("target/classes")).find("rhombic.core").orElseThrow().descriptor();
        Map<String, Set<String>> exports = core.exports().stream()
                .collect(Collectors.toMap(ModuleDescriptor.Exports::source, ModuleDescriptor.Exports::targets));
        assertTrue(exports.containsKey("rhombic.study"), "the test reads what it means to read");
        assertEquals(Set.of("rhombic.cli", "rhombic.desktop"), exports.get("rhombic.plant.blueprint"));
        for (String inside : List.of("rhombic.kernel", "rhombic.plant", "rhombic.plant.run", "rhombic.plant.handover", "rhombic.plant.work",
                "rhombic.plant.piece", "rhombic.plant.activity", "rhombic.plant.resource", "rhombic.formula.grammar")) {
            assertFalse(exports.containsKey(inside), inside);
        }
    }

    @Test
    void thereIsNoStaticMutableState() {
        ArchRuleDefinition.fields().that().areStatic().and().areDeclaredInClassesThat().resideOutsideOfPackage("rhombic.formula.grammar")
                .should().haveModifier(JavaModifier.FINAL).check(CORE);
    }
}
