package firmtally.server.customers.enquiry;

import static org.assertj.core.api.Assertions.assertThat;

import firmtally.server.platform.records.State;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EnquiryStateTest {
  @ParameterizedTest
  @CsvSource({
    "NEW, converted not-pursued on-hold talking",
    "TALKING, converted not-pursued on-hold",
    "ON_HOLD, converted not-pursued on-hold talking",
    "NOT_PURSUED, talking",
    "CONVERTED, ''"
  })
  void whatMayFollow(EnquiryState from, String to) {
    assertThat(from.next().stream().map(State::word).sorted().collect(Collectors.joining(" ")))
        .isEqualTo(to);
  }

  @Test
  void itIsOpenAsLongAsItCanBeTakenOn() {
    assertThat(EnquiryState.values())
        .filteredOn(EnquiryState::isOpen)
        .containsExactly(EnquiryState.NEW, EnquiryState.TALKING, EnquiryState.ON_HOLD);
    assertThat(EnquiryState.ON_HOLD.inWords()).isEqualTo("on hold");
  }
}
