package firmtally.formats.reckon;

import firmtally.core.margin.MarginCheck;
import firmtally.core.worksheet.DiscountTooLargeException;
import firmtally.formats.json.Fields;
import firmtally.formats.json.Json;
import firmtally.formats.json.JsonProblem;
import firmtally.formats.json.JsonReader;
import firmtally.formats.json.JsonWriter;
import firmtally.formats.json.Problems;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * Answers one document of the reckoning.
 *
 * <p>Example: {@code
 * {"format":"firm-tally/worksheet/1","currency":"EUR","date":"2027-03-15","lines":[]}} is answered
 * with its lines and totals; with {@code "currency":"EURO"} the answer is {@code
 * {"problems":[{"at":"currency","message":"…"}]}}.
 */
public final class Reckon {
  private static final Map<String, Function<Question, Optional<Reply>>> KINDS =
      Map.ofEntries(
          kind("worksheet", Reckon::worksheet),
          kind("credit", q -> new CreditDocument(q).reply()),
          kind("odds", q -> new OddsDocument(q).reply()),
          kind("outlook", q -> new OutlookDocument(q).reply()),
          kind("renewals", q -> new RenewalsDocument(q).reply()),
          kind("bridge", q -> new BridgeDocument(q).reply()),
          kind("variance", q -> new VarianceDocument(q).reply()),
          kind("invoicing", q -> new InvoicingDocument(q).reply()),
          kind("charges", q -> new ChargesDocument(q).reply()),
          kind("settlement", q -> new SettlementDocument(q).reply()),
          kind("funnel", q -> new FunnelDocument(q).reply()),
          kind("approval", q -> new ApprovalDocument(q).reply()),
          kind("movement", q -> new MovementDocument(q).reply()));

  private Reckon() {}

  private static Map.Entry<String, Function<Question, Optional<Reply>>> kind(
      String word, Function<Question, Optional<Reply>> answer) {
    return Map.entry(Kinds.format(word), answer);
  }

  /**
   * What a document is answered with.
   *
   * @param line one line of JSON
   * @param good whether there was no problem
   */
  public record Answer(String line, boolean good) {}

  /** Answers the bytes of one document. */
  public static Answer answer(byte[] document) {
    return answer(document, false);
  }

  /**
   * Answers the bytes of one document.
   *
   * @param withWorkings whether the answer has a field {@code workings}: how each figure came about
   */
  public static Answer answer(byte[] document, boolean withWorkings) {
    Problems problems = new Problems();
    Optional<Reply> reply = Optional.empty();
    try {
      if (JsonReader.read(document) instanceof Json.Obj object) {
        reply = reply(object, problems);
      } else {
        problems.add("", "the document is not an object");
      }
    } catch (JsonProblem e) {
      problems.add("", e.getMessage());
    }
    return problems.isEmpty()
        ? new Answer(JsonWriter.write(reply.orElseThrow().document(withWorkings)), true)
        : refusal(problems);
  }

  /** The answer to a file that cannot be read. */
  public static Answer unreadable(String why) {
    Problems problems = new Problems();
    problems.add("", why);
    return refusal(problems);
  }

  private static Answer refusal(Problems problems) {
    List<Map<String, Object>> list =
        problems.list().stream()
            .map(problem -> Values.map("at", problem.at(), "message", problem.message()))
            .toList();
    return new Answer(JsonWriter.write(Values.map("problems", list)), false);
  }

  private static Optional<Reply> reply(Json.Obj document, Problems problems) {
    Json format = document.members().get("format");
    boolean isKnown =
        format instanceof Json.Text text
            && KINDS.containsKey(text.value())
            && !document.twice().contains("format");
    if (!isKnown) {
      problems.add("format", "format is none of " + KINDS.keySet().stream().sorted().toList());
      return Optional.empty();
    }
    Question question = Question.document(Fields.of(document, problems), problems);
    return KINDS.get(((Json.Text) format).value()).apply(question);
  }

  private static Optional<Reply> worksheet(Question question) {
    Optional<WorksheetQuestion> asked = WorksheetReader.of(question).read();
    try {
      return asked.map(
          q -> {
            MarginCheck check = q.answer();
            return new Reply(
                WorksheetAnswer.of(check), () -> check.workings(q.policy(), q.target()));
          });
    } catch (DiscountTooLargeException e) {
      question.problems().add("documentDiscount.amount", e.getMessage());
      return Optional.empty();
    }
  }
}
