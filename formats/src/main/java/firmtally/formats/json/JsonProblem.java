package firmtally.formats.json;

/** What was read is not one JSON document. */
public final class JsonProblem extends RuntimeException {
  JsonProblem(String message) {
    super(message);
  }
}
