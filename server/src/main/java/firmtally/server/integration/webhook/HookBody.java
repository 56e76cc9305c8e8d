package firmtally.server.integration.webhook;

import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.json.JsonMapper;

/** What is told: that a record changed, by which words of the log, and nothing that is in it. */
final class HookBody {
  private static final JsonMapper JSON = JsonMapper.shared();

  private HookBody() {}

  static String of(
      String event,
      Instant at,
      String kind,
      String id,
      Optional<String> number,
      List<String> what) {
    Map<String, Object> record = new LinkedHashMap<>();
    record.put("kind", kind);
    record.put("id", Long.parseLong(id));
    number.ifPresent(of -> record.put("number", of));
    Map<String, Object> body = new LinkedHashMap<>();
    body.put("event", event);
    body.put("at", at.toString());
    body.put("record", record);
    body.put("what", what);
    return JSON.writeValueAsString(body);
  }
}
