package firmtally.tests;

import static firmtally.tests.Sales.line;
import static firmtally.tests.Sales.newOpportunity;
import static firmtally.tests.Sales.saveLines;
import static org.assertj.core.api.Assertions.assertThat;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.AppenderBase;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.slf4j.LoggerFactory;

/** How many statements a page takes: few, and no more where there is more to show. */
class StatementsTest {
  @RegisterExtension static final House HOUSE = House.withDemoData();
  private static final int FEW = 12;
  private final Guest rep = Guest.signedIn(HOUSE, "mara");
  private final Logger log = (Logger) LoggerFactory.getLogger("org.springframework.jdbc.core");
  private final List<String> statements = Collections.synchronizedList(new ArrayList<>());
  private final AppenderBase<ILoggingEvent> listener =
      new AppenderBase<>() {
        @Override
        protected void append(ILoggingEvent event) {
          String said = event.getFormattedMessage();
          // What comes due by itself has threads of its own.
          if (said.startsWith("Executing prepared SQL statement")
              && event.getThreadName().contains("exec")) {
            statements.add(said);
          }
        }
      };

  @BeforeEach
  void listen() {
    listener.start();
    log.addAppender(listener);
    log.setLevel(Level.DEBUG);
    log.setAdditive(false);
  }

  @AfterEach
  void stop() {
    log.setLevel(null);
    log.setAdditive(true);
    log.detachAppender(listener);
  }

  /** What a page asks of the database, once what is kept in memory is there. */
  private List<String> of(String path) {
    rep.get(path).is(200);
    statements.clear();
    rep.get(path).is(200);
    return List.copyOf(statements);
  }

  @Test
  void theOpportunityPageTakesFew() {
    long id = newOpportunity(rep, "Few statements");
    saveLines(rep, id, List.of(line("1", "BS-15", "1", null))).is(200);
    List<String> small = of("/api/opportunities/" + id);
    assertThat(small).hasSizeLessThan(FEW);
    List<Map<String, Object>> lines = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      lines.add(line("l" + i, i % 2 == 0 ? "BS-15" : "BS-30", "1", null));
    }
    saveLines(rep, id, lines).is(200);
    for (int i = 0; i < 5; i++) {
      rep.post(
              "/api/opportunities/" + id + "/activities",
              Map.of("kind", "call", "subject", "Ring", "due", "2090-01-31"))
          .is(204);
    }
    assertThat(of("/api/opportunities/" + id)).hasSameSizeAs(small);
  }

  @Test
  void theAccountPageTakesFew() {
    String busiest = rep.get("/api/accounts/ranking?months=36").is(200).text("/rows/0/id");
    assertThat(of("/api/accounts/" + busiest)).hasSizeLessThan(FEW);
  }

  @Test
  void nothingIsAskedTwiceForOnePage() {
    long id = newOpportunity(rep, "Nothing twice");
    for (String path :
        List.of("/api/opportunities/" + id, "/api/accounts/" + HOUSE.accountOf("tom", 0))) {
      assertThat(of(path)).as(path).doesNotHaveDuplicates();
    }
  }

  @Test
  void whoMayBeTheSameIsLookedUpInFew() {
    assertThat(of("/api/enquiries/alike?name=Reed Farm&email=desk@reed.example&phone=5550100222"))
        .hasSizeLessThan(FEW);
  }

  @Test
  void aSearchWhileTypingReadsNotAllThatWasEverBought() {
    long id = newOpportunity(rep, "Typing");
    List<String> asked = of("/api/opportunities/" + id + "/picks?q=bs");
    assertThat(asked).noneMatch(statement -> statement.contains("PARTITION BY l.product"));
    assertThat(asked).hasSizeLessThan(FEW);
  }

  @Test
  void theSettingsAndProcessesAreNotReadAtEachTurn() {
    long id = newOpportunity(rep, "Settings");
    assertThat(of("/api/opportunities/" + id))
        .noneMatch(statement -> statement.contains("FROM company"))
        .noneMatch(statement -> statement.contains("FROM sales_process WHERE"))
        .noneMatch(statement -> statement.contains("FROM price_rule"));
  }
}
