package firmtally.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "firmtally.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
  @ArchTest
  static final ArchRule THE_CORE_KNOWS_NOTHING_BUT_JAVA_AND_MONEY =
      classes()
          .should()
          .onlyDependOnClassesThat()
          .resideInAnyPackage("firmtally.core..", "java..", "org.joda.money..");

  @ArchTest
  static final ArchRule NO_CIRCLES =
      slices().matching("firmtally.core.(*)..").should().beFreeOfCycles();
}
