package ashfall;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaMethodCall;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

import java.util.Set;

/// The directions of the packages, and the arithmetic that decides bits.
@AnalyzeClasses(packages = "ashfall", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    private static final Set<String> BANNED =
            Set.of(
                    "fma", "exp", "expm1", "log", "log10", "log1p", "pow", "cbrt", "sin", "cos",
                    "tan", "atan", "atan2", "sinh", "cosh", "tanh", "hypot");

    private static final DescribedPredicate<JavaMethodCall> MACHINE_DEPENDENT =
            DescribedPredicate.describe(
                    "Math functions whose bits depend on the machine",
                    call ->
                            call.getTargetOwner().getName().equals("java.lang.Math")
                                    && BANNED.contains(call.getName()));

    @ArchTest
    static final ArchRule noCycles = slices().matching("ashfall.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule gridAndWorkStandAlone =
            noClasses()
                    .that()
                    .resideInAnyPackage("ashfall.grid", "ashfall.work")
                    .should()
                    .dependOnClassesThat(
                            com.tngtech.archunit.core.domain.JavaClass.Predicates
                                    .resideInAnyPackage(
                                            "ashfall.shot",
                                            "ashfall.gas",
                                            "ashfall.burn",
                                            "ashfall.sim",
                                            "ashfall.vdb",
                                            "ashfall.firing",
                                            "ashfall.look"));

    @ArchTest
    static final ArchRule algorithmsKnowNoDocument =
            noClasses()
                    .that()
                    .resideInAnyPackage("ashfall.gas", "ashfall.burn", "ashfall.vdb")
                    .should()
                    .dependOnClassesThat(
                            com.tngtech.archunit.core.domain.JavaClass.Predicates
                                    .resideInAnyPackage(
                                            "ashfall.shot",
                                            "ashfall.sim",
                                            "ashfall.firing",
                                            "ashfall.look"));

    @ArchTest
    static final ArchRule gasKnowsNoChemistry =
            noClasses()
                    .that()
                    .resideInAPackage("ashfall.gas")
                    .should()
                    .dependOnClassesThat(
                            com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAPackage(
                                    "ashfall.burn"));

    @ArchTest
    static final ArchRule simulationKnowsNoFilesOfVolumes =
            noClasses()
                    .that()
                    .resideInAPackage("ashfall.sim")
                    .should()
                    .dependOnClassesThat(
                            com.tngtech.archunit.core.domain.JavaClass.Predicates
                                    .resideInAnyPackage(
                                            "ashfall.vdb", "ashfall.firing", "ashfall.look"));

    @ArchTest
    static final ArchRule picturesKnowNoSolver =
            noClasses()
                    .that()
                    .resideInAPackage("ashfall.look")
                    .should()
                    .dependOnClassesThat(
                            com.tngtech.archunit.core.domain.JavaClass.Predicates
                                    .resideInAnyPackage(
                                            "ashfall.sim",
                                            "ashfall.gas",
                                            "ashfall.firing",
                                            "ashfall.vdb"));

    @ArchTest
    static final ArchRule noWindowInTheEngine =
            noClasses().should().dependOnClassesThat().resideInAnyPackage("javafx..", "picocli..");

    @ArchTest
    static final ArchRule bitsDoNotDependOnTheMachine =
            noClasses()
                    .that()
                    .resideInAnyPackage(
                            "ashfall.grid",
                            "ashfall.geometry",
                            "ashfall.particles",
                            "ashfall.gas",
                            "ashfall.burn",
                            "ashfall.sim")
                    .should()
                    .callMethodWhere(MACHINE_DEPENDENT);

    @ArchTest
    static final ArchRule noHashOrderInTheSimulation =
            noClasses()
                    .that()
                    .resideInAnyPackage(
                            "ashfall.gas", "ashfall.burn", "ashfall.particles", "ashfall.sim")
                    .should()
                    .dependOnClassesThat()
                    .haveFullyQualifiedName("java.util.HashMap");
}
