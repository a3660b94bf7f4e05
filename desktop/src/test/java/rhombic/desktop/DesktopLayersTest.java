package rhombic.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

/** One direction within the window, and what needs no toolkit knows none. */
class DesktopLayersTest {
    private static final JavaClasses DESKTOP = new ClassFileImporter().withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("rhombic.desktop");

    @Test
    void workIsDoneWithoutAToolkit() {
        noClasses().that().resideInAnyPackage("rhombic.desktop.work", "rhombic.desktop.card.sentences",
                "rhombic.desktop.card.phrases", "rhombic.desktop.card.text").should().dependOnClassesThat()
                .resideInAnyPackage("javafx..", "java.awt..", "javax.swing..").check(DESKTOP);
    }

    /** A view asks traces, figures and scenes; how a plant runs is none of its business. */
    @Test
    void whatIsShownKnowsNoPlant() {
        noClasses().that()
                .resideInAnyPackage("rhombic.desktop.floor..", "rhombic.desktop.card..", "rhombic.desktop.watch", "rhombic.desktop.compare",
                        "rhombic.desktop.diagnose",
                        "rhombic.desktop.parts", "rhombic.desktop.frame")
                .should()
                .dependOnClassesThat().resideInAnyPackage("rhombic.plant..", "rhombic.kernel..").check(DESKTOP);
    }

    @Test
    void viewsStandOnWorkAndTheFrameOnViews() {
        layeredArchitecture().consideringOnlyDependenciesInLayers()
                .layer("work").definedBy("rhombic.desktop.work")
                .layer("parts").definedBy("rhombic.desktop.parts")
                .layer("compare").definedBy("rhombic.desktop.compare")
                .layer("diagnose").definedBy("rhombic.desktop.diagnose")
                .layer("floor").definedBy("rhombic.desktop.floor..")
                .layer("card").definedBy("rhombic.desktop.card..")
                .layer("watch").definedBy("rhombic.desktop.watch")
                .layer("frame").definedBy("rhombic.desktop.frame")
                .layer("start").definedBy("rhombic.desktop")
                .whereLayer("start").mayNotBeAccessedByAnyLayer()
                .whereLayer("frame").mayOnlyBeAccessedByLayers("start")
                .whereLayer("card").mayOnlyBeAccessedByLayers("frame", "start")
                .whereLayer("watch").mayOnlyBeAccessedByLayers("frame", "start")
                .whereLayer("floor").mayOnlyBeAccessedByLayers("watch", "card", "compare", "frame", "start")
                .whereLayer("compare").mayOnlyBeAccessedByLayers("frame", "start")
                .whereLayer("diagnose").mayOnlyBeAccessedByLayers("frame", "start")
                .whereLayer("parts").mayOnlyBeAccessedByLayers("floor", "compare", "diagnose", "frame")
                .check(DESKTOP);
    }

    /** What is seen knows no hands that move it, bodies know no floor, and sentences no card. */
    @Test
    void theRoomsOfFloorAndCardHaveOneDirection() {
        layeredArchitecture().consideringOnlyDependenciesInLayers()
                .layer("body").definedBy("rhombic.desktop.floor.body")
                .layer("floor").definedBy("rhombic.desktop.floor")
                .layer("hand").definedBy("rhombic.desktop.floor.hand")
                .layer("sentences").definedBy("rhombic.desktop.card.sentences")
                .layer("phrases").definedBy("rhombic.desktop.card.phrases")
                .layer("text").definedBy("rhombic.desktop.card.text")
                .layer("card").definedBy("rhombic.desktop.card")
                .whereLayer("floor").mayOnlyBeAccessedByLayers("hand", "card")
                .whereLayer("hand").mayOnlyBeAccessedByLayers("card")
                .whereLayer("card").mayNotBeAccessedByAnyLayer()
                .whereLayer("sentences").mayOnlyBeAccessedByLayers("card")
                .whereLayer("phrases").mayOnlyBeAccessedByLayers("sentences")
                .whereLayer("text").mayOnlyBeAccessedByLayers("card", "sentences", "phrases")
                .check(DESKTOP);
    }
}
