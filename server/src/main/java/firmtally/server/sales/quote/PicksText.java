package firmtally.server.sales.quote;

import firmtally.core.worksheet.Picks;
import java.util.List;
import java.util.Map;
import java.util.Set;
import tools.jackson.databind.json.JsonMapper;

/** What a customer picked, as it is kept. */
record PicksText(List<String> options, Map<String, String> alternatives) {
  private static final JsonMapper JSON = JsonMapper.shared();

  /** As the core has it. */
  private Picks picks() {
    return new Picks(Set.copyOf(options), alternatives);
  }

  static Picks read(String kept) {
    return JSON.readValue(kept, PicksText.class).picks();
  }

  static String write(Picks picks) {
    return JSON.writeValueAsString(
        new PicksText(picks.options().stream().sorted().toList(), picks.alternatives()));
  }
}
