package firmtally.server.worksheet.editor;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import firmtally.server.worksheet.calculation.WorksheetView;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * Remembers the lines of the last answers, so that the next answer to the same screen holds only
 * those that are not as they were: of 300 lines a key changes one or two. Whoever names an answer
 * that is forgotten gets all lines.
 */
@Component
class AnswerMemory {
  private static final int MOST = 400;
  private static final Duration KEPT = Duration.ofMinutes(10);
  private final Cache<String, Map<String, WorksheetView.LineView>> answers =
      Caffeine.newBuilder().maximumSize(MOST).expireAfterWrite(KEPT).build();

  /**
   * Keeps an answer in place of the one that the screen had, and leaves out of it what that had
   * already.
   *
   * @param since the answer that the screen has; blank for none
   */
  WorksheetView.Tallied next(WorksheetView.Tallied answer, String since) {
    Map<String, WorksheetView.LineView> before = answers.getIfPresent(since);
    answers.invalidate(since);
    if (answer.worksheet() == null) {
      return answer;
    }
    String name = UUID.randomUUID().toString();
    List<WorksheetView.LineView> lines = answer.worksheet().lines();
    answers.put(
        name,
        lines.stream().collect(Collectors.toMap(WorksheetView.LineView::id, Function.identity())));
    return before == null
        ? answer.named(name, "", lines)
        : answer.named(
            name,
            since,
            lines.stream().filter(line -> !line.equals(before.get(line.id()))).toList());
  }
}
