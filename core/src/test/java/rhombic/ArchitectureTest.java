package rhombic;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.lang.syntax.ArchRuleDefinition;
import com.tngtech.archunit.library.dependencies.SlicesRuleDefinition;
import org.junit.jupiter.api.Test;

/** What module descriptors can't say: one direction among the packages of the core. */
class ArchitectureTest {
    private static final JavaClasses CORE = new ClassFileImporter().withImportOption(new ImportOption.DoNotIncludeTests()).importPackages("rhombic");

    @Test
    void computationKnowsNoInterfaceAndNoFileFormat() {
        noClasses().should().dependOnClassesThat().resideInAnyPackage("javafx..", "java.awt..", "javax.swing..", "com.fasterxml..", "rhombic.formats..", "rhombic.desktop..")
                .check(CORE);
    }

    @Test
    void packagesDependInOneDirection() {
        layeredArchitecture().consideringOnlyDependenciesInLayers()
                .layer("quantity").definedBy("rhombic.quantity")
                .layer("kernel").definedBy("rhombic.kernel")
                .layer("chance").definedBy("rhombic.chance")
                .layer("formula").definedBy("rhombic.formula")
                .layer("study").definedBy("rhombic.study")
                .layer("trace").definedBy("rhombic.trace")
                .layer("measure").definedBy("rhombic.measure")
                .layer("plant").definedBy("rhombic.plant")
                .layer("experiment").definedBy("rhombic.experiment")
                .layer("insight").definedBy("rhombic.insight")
                .whereLayer("insight").mayNotBeAccessedByAnyLayer()
                .whereLayer("experiment").mayOnlyBeAccessedByLayers("insight")
                .whereLayer("plant").mayOnlyBeAccessedByLayers("experiment")
                .whereLayer("measure").mayOnlyBeAccessedByLayers("plant", "experiment", "insight")
                .whereLayer("trace").mayOnlyBeAccessedByLayers("measure", "plant", "experiment", "insight")
                .whereLayer("kernel").mayOnlyBeAccessedByLayers("plant")
                .check(CORE);
        SlicesRuleDefinition.slices().matching("rhombic.(*)..").should().beFreeOfCycles().check(CORE);
    }

    @Test
    void thereIsNoStaticMutableState() {
        ArchRuleDefinition.fields().that().areStatic().should().haveModifier(JavaModifier.FINAL).check(CORE);
    }
}
