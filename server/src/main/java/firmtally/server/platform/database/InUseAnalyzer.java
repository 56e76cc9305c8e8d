package firmtally.server.platform.database;

import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;

/** Says in a sentence, without a stack of calls, that the data are in use. */
class InUseAnalyzer extends AbstractFailureAnalyzer<DataFolder.InUse> {
  @Override
  protected FailureAnalysis analyze(Throwable failure, DataFolder.InUse cause) {
    return new FailureAnalysis(
        cause.getMessage(), "Stop the other one, or start this one with --data.", cause);
  }
}
