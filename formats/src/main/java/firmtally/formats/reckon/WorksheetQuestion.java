package firmtally.formats.reckon;

import firmtally.core.margin.MarginCheck;
import firmtally.core.margin.SignOffPolicy;
import firmtally.core.margin.Target;
import firmtally.core.worksheet.Worksheet;
import java.util.Optional;

/** What a worksheet document asks. */
public record WorksheetQuestion(
    Worksheet worksheet, Optional<SignOffPolicy> policy, Optional<Target> target) {
  /** The core's answer. */
  public MarginCheck answer() {
    return MarginCheck.of(worksheet, policy, target);
  }
}
