package firmtally.server.sales.agreement;

import firmtally.server.platform.records.State;
import java.util.Set;

/** How an agreement stands, and what may follow. */
public enum AgreementState implements State {
  /** In its term, or past its end and not yet said what becomes of it. */
  RUNNING,
  /** Another term follows it. */
  RENEWED,
  /** Over. */
  ENDED;

  @Override
  public Set<AgreementState> next() {
    return this == RUNNING ? Set.of(RENEWED, ENDED) : Set.of();
  }
}
