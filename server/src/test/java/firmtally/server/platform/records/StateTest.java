package firmtally.server.platform.records;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import firmtally.server.pipeline.opportunity.OpportunityState;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.sales.agreement.AgreementState;
import firmtally.server.sales.order.OrderState;
import firmtally.server.sales.quote.QuoteState;
import java.util.Arrays;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** From which state a record goes to which, for every kind that has states. */
class StateTest {
  private static String next(State state) {
    return state.next().stream().map(State::word).sorted().collect(Collectors.joining(" "));
  }

  private static State of(State[] states, String word) {
    return Arrays.stream(states).filter(s -> s.word().equals(word)).findFirst().orElseThrow();
  }

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {"open, lost paused won", "paused, lost open won", "lost, open", "won, ''"})
  void anOpportunity(String from, String to) {
    assertThat(next(of(OpportunityState.values(), from))).isEqualTo(to);
  }

  @ParameterizedTest
  @CsvSource({
    "draft, sent withdrawn",
    "sent, accepted declined expired ordered superseded withdrawn",
    "accepted, ordered superseded withdrawn",
    "declined, superseded",
    "expired, accepted ordered superseded withdrawn",
    "superseded, ''",
    "withdrawn, ''",
    "ordered, ''"
  })
  void aQuote(String from, String to) {
    assertThat(next(of(QuoteState.values(), from))).isEqualTo(to);
  }

  @ParameterizedTest
  @CsvSource({
    "hold, cancelled released",
    "released, cancelled completed",
    "completed, released",
    "cancelled, ''"
  })
  void anOrder(String from, String to) {
    assertThat(next(of(OrderState.values(), from))).isEqualTo(to);
  }

  @ParameterizedTest
  @CsvSource({
    "running, ended not-renewed renewed",
    "not-renewed, ended running",
    "renewed, running",
    "ended, ''"
  })
  void anAgreement(String from, String to) {
    assertThat(next(of(AgreementState.values(), from))).isEqualTo(to);
  }

  @Test
  void whatMayNotFollowIsRefusedSayingHowItStands() {
    assertThatThrownBy(() -> QuoteState.DRAFT.checkMayBecome(QuoteState.ORDERED, "quote"))
        .isInstanceOf(NotPossible.class)
        .hasMessage("This quote is draft; it cannot become ordered.");
    assertThatThrownBy(() -> QuoteState.SENT.checkMayBecome(QuoteState.SENT, "quote"))
        .hasMessage("This quote is sent already.");
    assertThatCode(() -> QuoteState.SENT.checkMayBecome(QuoteState.ORDERED, "quote"))
        .doesNotThrowAnyException();
    assertThat(QuoteState.SENT.mayBecome(QuoteState.DRAFT)).isFalse();
  }
}
