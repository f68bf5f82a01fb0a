package ashfall.desk;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/// The directions of the window's packages.
@AnalyzeClasses(packages = "ashfall.desk", importOptions = ImportOption.DoNotIncludeTests.class)
class DeskArchitectureTest {
    @ArchTest
    static final ArchRule noCycles =
            slices().matching("ashfall.desk.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule regionsDoNotKnowTheWindow =
            noClasses()
                    .that()
                    .resideInAPackage("ashfall.desk.*..")
                    .should()
                    .dependOnClassesThat()
                    .resideInAPackage("ashfall.desk");

    @ArchTest
    static final ArchRule modelsKnowNoNodes =
            noClasses()
                    .that()
                    .resideInAnyPackage("ashfall.desk.document", "ashfall.desk.run")
                    .should()
                    .dependOnClassesThat()
                    .resideInAnyPackage("javafx.scene..", "javafx.stage..");

    @ArchTest
    static final ArchRule firingsAreStartedAsAProcess =
            noClasses().should().dependOnClassesThat().resideInAPackage("ashfall.cli..");
}
