package firmtally.server.sales.agreement;

import firmtally.server.platform.records.State;
import java.util.Locale;
import java.util.Set;

/** How an agreement stands, and what may follow. */
public enum AgreementState implements State {
  /** In its term, or past its end and not yet said what becomes of it. */
  RUNNING,
  /** In its term, and the customer does not want another one. */
  NOT_RENEWED,
  /** Another term follows it. */
  RENEWED,
  /** Over. */
  ENDED;

  @Override
  public Set<AgreementState> next() {
    return switch (this) {
      case RUNNING -> Set.of(NOT_RENEWED, RENEWED, ENDED);
      case NOT_RENEWED -> Set.of(RUNNING, ENDED);
      // The order of the term that followed was cancelled.
      case RENEWED -> Set.of(RUNNING);
      case ENDED -> Set.of();
    };
  }

  static AgreementState of(String word) {
    return valueOf(word.replace('-', '_').toUpperCase(Locale.ROOT));
  }
}
