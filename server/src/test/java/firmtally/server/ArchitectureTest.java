package firmtally.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.methods;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noFields;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaMethod;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;
import firmtally.server.access.Actor;
import firmtally.server.access.Open;
import firmtally.server.customer.access.Visitor;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.web.Cursor;
import org.springframework.web.bind.annotation.RequestMapping;

@AnalyzeClasses(packages = "firmtally", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
  @ArchTest
  static final ArchRule ARROWS_POINT_ONE_WAY =
      noClasses()
          .that()
          .resideInAnyPackage("firmtally.core..", "firmtally.formats..")
          .should()
          .dependOnClassesThat()
          .resideInAPackage("firmtally.server..");

  @ArchTest
  static final ArchRule FORMATS_KNOW_NO_WEB_AND_NO_DATABASE =
      noClasses()
          .that()
          .resideInAPackage("firmtally.formats..")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("org.springframework..", "java.sql..");

  @ArchTest
  static final ArchRule STORES_STAY_IN_THEIR_PART =
      classes().that().haveSimpleNameEndingWith("Store").should().bePackagePrivate();

  @ArchTest
  static final ArchRule NO_CIRCLES =
      slices().matching("firmtally.server.(**)").should().beFreeOfCycles();

  /** What is asked for an account's id cannot be given a contact's. */
  @ArchTest
  static final ArchRule IDS_SAY_WHAT_THEY_NAME =
      noFields()
          .that()
          .haveNameMatching("(id|.+Id)")
          .and()
          .areDeclaredInClassesThat()
          .doNotHaveFullyQualifiedName(Cursor.class.getName())
          .and()
          .areDeclaredInClassesThat()
          .doNotHaveFullyQualifiedName(ChangeLog.Entry.class.getName())
          .and()
          .areDeclaredInClassesThat()
          .resideInAPackage("firmtally.server..")
          .should()
          .haveRawType(long.class)
          .orShould()
          .haveRawType(Long.class)
          .because("ids are typed: see firmtally.server.platform.ids");

  /** Every door asks who comes, or says why it does not. */
  @ArchTest
  static final ArchRule EVERY_DOOR_KNOWS_WHO_COMES =
      methods()
          .that()
          .areMetaAnnotatedWith(RequestMapping.class)
          .should(
              new ArchCondition<>("take the actor or the visitor, or be @Open with a reason") {
                @Override
                public void check(JavaMethod door, ConditionEvents events) {
                  boolean asks =
                      door.getRawParameterTypes().stream()
                          .anyMatch(
                              type ->
                                  type.isEquivalentTo(Actor.class)
                                      || type.isEquivalentTo(Visitor.class));
                  if (!asks && !door.isAnnotatedWith(Open.class)) {
                    events.add(SimpleConditionEvent.violated(door, door.getFullName()));
                  }
                }
              });
}
