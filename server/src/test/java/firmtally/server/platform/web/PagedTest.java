package firmtally.server.platform.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.NullSource;
import org.junit.jupiter.params.provider.ValueSource;

class PagedTest {
  @ParameterizedTest
  @CsvSource({"0, 0", "1, 1", "2, 2"})
  void whatFitsOnOnePageHasNoneAfterIt(int found, int shown) {
    List<Integer> rows = List.of(11, 12, 13).subList(0, found);
    Paged<Integer> page = Paged.of(rows, 2, row -> "after " + row);
    assertThat(page.rows()).hasSize(shown);
    assertThat(page.after()).isNull();
  }

  @Test
  void oneRowMoreSaysWhereTheNextPageBegins() {
    Paged<Integer> page = Paged.of(List.of(11, 12, 13), 2, row -> "after " + row);
    assertThat(page.rows()).containsExactly(11, 12);
    assertThat(page.after()).isEqualTo("after 12");
    Paged<String> shown = page.map(row -> "row " + row);
    assertThat(shown.rows()).containsExactly("row 11", "row 12");
    assertThat(shown.after()).isEqualTo("after 12");
  }

  @ParameterizedTest
  @NullSource
  @ValueSource(strings = {"", " "})
  void theNewestOfAllStandFirst(String after) {
    assertThat(Paged.below(after)).isEqualTo(Long.MAX_VALUE);
  }

  @Test
  void aPlaceIsAnId() {
    assertThat(Paged.below("42")).isEqualTo(42);
  }

  @ParameterizedTest
  @ValueSource(strings = {"x", "-1", "1|2", "1.5", "9999999999999999999"})
  void whatIsNoPlaceIsRefusedByName(String after) {
    assertThatThrownBy(() -> Paged.below(after))
        .isInstanceOfSatisfying(
            BadInput.class,
            refused -> {
              assertThat(refused.problems().get(0).at()).isEqualTo("after");
              assertThat(refused.problems().get(0).message())
                  .startsWith("This page token is not valid");
            });
  }
}
