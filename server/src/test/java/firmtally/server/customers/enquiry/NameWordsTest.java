package firmtally.server.customers.enquiry;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What is looked for in the index to find names nearly like one. */
class NameWordsTest {
  private static final Map<String, Long> COUNTS =
      Map.of("gre", 60L, "dai", 9000L, "mil", 401L, "ree", 20_000L, "few", 400L);

  private static Set<String> queries(String plain) {
    return NameWords.of(plain).queries(COUNTS);
  }

  @Test
  void aWordThatBeginsLikeFewOthersFindsByItself() {
    assertThat(queries("greyfen dairy 77")).containsExactly("\"gre\"*");
    assertThat(queries("fewer greyfen")).containsExactly("\"few\"* OR \"gre\"*");
  }

  @Test
  void wordsThatThousandsShareFindOnlyTogether() {
    assertThat(queries("reed mill")).containsExactly("\"ree\"* \"mil\"*");
    assertThat(queries("reed mill 17"))
        .containsExactly("\"ree\"* \"mil\"* \"17\"", "\"mil\"* \"17\"", "\"ree\"* \"17\"");
  }

  @Test
  void aWordThatNobodyHasTellsNothing() {
    assertThat(queries("unheard mill 17")).containsExactly("\"mil\"* \"17\"");
    assertThat(queries("unheard mill")).isEmpty();
    assertThat(queries("unheard")).isEmpty();
  }

  @Test
  void aNameOfOneCommonWordIsLookedForAsItIs() {
    assertThat(queries("mill")).containsExactly("\"mil\"*");
  }

  @Test
  void aNameTooShortIsNotLookedFor() {
    assertThat(queries("ab 7")).isEmpty();
    assertThat(queries("")).isEmpty();
  }
}
