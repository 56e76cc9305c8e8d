package firmtally.server.platform.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verifyNoInteractions;

import com.zaxxer.hikari.HikariDataSource;
import firmtally.core.money.Percent;
import firmtally.core.money.UnitPrice;
import firmtally.server.platform.TallySettings;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Counters;
import firmtally.server.platform.database.DataFolder;
import firmtally.server.platform.database.Database;
import firmtally.server.platform.database.Snapshots;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.events.Events;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.search.SearchIndex;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.LongSupplier;
import org.flywaydb.core.Flyway;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.datasource.DataSourceTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** What every part stands on, on a real SQLite file with the real schema. */
class PlatformTest {
  private static final AccountId FIVE = new AccountId(5);
  @TempDir Path data;
  private TallySettings settings;
  private DataFolder folder;
  private HikariDataSource writer;
  private HikariDataSource reader;
  private Sql sql;
  private TransactionTemplate transaction;

  @BeforeEach
  void open() throws Exception {
    settings = TallySettings.of(data);
    Database database = new Database();
    folder = new DataFolder(settings);
    writer = database.writer(settings, folder, Clock.systemUTC());
    Flyway.configure().dataSource(writer).locations("classpath:db/migration").load().migrate();
    reader = database.reader(settings);
    sql = database.sql(writer, reader, new Snapshots(reader));
    transaction = new TransactionTemplate(new DataSourceTransactionManager(writer));
  }

  @AfterEach
  void close() throws Exception {
    assertThat(writer.getHikariPoolMXBean().getActiveConnections()).as("left open").isZero();
    writer.close();
    reader.close();
    folder.destroy();
  }

  private static String pragma(HikariDataSource pool, String name) throws SQLException {
    try (Connection connection = pool.getConnection();
        Statement statement = connection.createStatement();
        ResultSet row = statement.executeQuery("PRAGMA " + name)) {
      row.next();
      return row.getString(1);
    }
  }

  @Test
  void changesAreOnDiskWhenTheyReturn() throws SQLException {
    assertThat(pragma(writer, "journal_mode")).isEqualTo("wal");
    assertThat(pragma(writer, "synchronous")).isEqualTo("2");
    assertThat(pragma(writer, "foreign_keys")).isEqualTo("1");
    assertThat(pragma(reader, "foreign_keys")).isEqualTo("1");
  }

  @Test
  void readersCannotWrite() {
    assertThatThrownBy(() -> sql.sql("INSERT INTO counter (name, next) VALUES ('X', 1)").update())
        .hasMessageContaining("read");
  }

  @Test
  void numbersRunWithoutGapsHoweverManyAskAtOnce() throws Exception {
    Counters counters = new Counters(sql);
    ExecutorService hands = Executors.newFixedThreadPool(8);
    List<Future<String>> asked = new ArrayList<>();
    for (int i = 0; i < 100; i++) {
      asked.add(hands.submit(() -> transaction.execute(status -> counters.next("Q"))));
    }
    List<String> numbers = new ArrayList<>();
    for (Future<String> one : asked) {
      numbers.add(one.get());
    }
    hands.shutdown();
    assertThat(new HashSet<>(numbers)).hasSize(100).contains("Q-1001", "Q-1100");
  }

  @Test
  void aNumberTakenByAnActThatFailsIsGivenAgain() {
    Counters counters = new Counters(sql);
    transaction.execute(
        status -> {
          counters.next("Q");
          status.setRollbackOnly();
          return null;
        });
    String next = transaction.execute(status -> counters.next("Q"));
    assertThat(next).isEqualTo("Q-1001");
  }

  @Test
  void anActWithAKeyIsDoneOnce() {
    Clock clock = Clock.fixed(Instant.parse("2027-03-15T08:00:00Z"), ZoneOffset.UTC);
    Idempotency once = new Idempotency(sql, clock);
    person();
    LongSupplier never = mock(LongSupplier.class);
    assertThat(act(once, "k", "send", "quote 7", () -> 7)).isEqualTo(7);
    assertThat(act(once, "k", "send", "quote 7", never)).isEqualTo(7);
    verifyNoInteractions(never);
    assertThat(act(once, " ", "send", "quote 7", () -> 9)).isEqualTo(9);
  }

  private long act(Idempotency once, String key, String act, String on, LongSupplier doing) {
    return transaction
        .execute(
            status ->
                once.once(
                    key,
                    new PersonId(1),
                    act,
                    on,
                    DocumentId::new,
                    () -> new DocumentId(doing.getAsLong())))
        .value();
  }

  @Test
  void aKeyIsForOneActOnOneTarget() {
    Clock clock = Clock.fixed(Instant.parse("2027-03-15T08:00:00Z"), ZoneOffset.UTC);
    Idempotency once = new Idempotency(sql, clock);
    person();
    act(once, "k", "send", "quote 7", () -> 7);
    LongSupplier never = mock(LongSupplier.class);
    assertThatThrownBy(() -> act(once, "k", "send", "quote 8", never)).isInstanceOf(BadInput.class);
    assertThatThrownBy(() -> act(once, "k", "order", "quote 7", never))
        .isInstanceOf(BadInput.class);
    verifyNoInteractions(never);
  }

  @Test
  void aKeyIsForgottenAfterAWeek() {
    Instant sent = Instant.parse("2027-03-15T08:00:00Z");
    person();
    act(new Idempotency(sql, Clock.fixed(sent, ZoneOffset.UTC)), "k", "send", "quote 7", () -> 7);
    forget(sent.plus(Duration.ofDays(6)));
    assertThat(keys()).isEqualTo(1);
    forget(sent.plus(Duration.ofDays(8)));
    assertThat(keys()).isZero();
  }

  private void forget(Instant now) {
    Idempotency once = new Idempotency(sql, Clock.fixed(now, ZoneOffset.UTC));
    transaction.executeWithoutResult(status -> once.run(LocalDate.ofInstant(now, ZoneOffset.UTC)));
  }

  private long keys() {
    return sql.sql("SELECT count(*) FROM idempotency").query(Long.class).single();
  }

  @Test
  void dataInUseIsRefusedWithAClearMessage() {
    assertThatThrownBy(
            () -> new Database().writer(settings, new DataFolder(settings), Clock.systemUTC()))
        .isInstanceOf(DataFolder.InUse.class)
        .hasMessageContaining("Another Firm Tally is running on the data in");
  }

  @Test
  void aPageSeesOneSnapshotWhateverIsWrittenMeanwhile() {
    Snapshots snapshots = new Snapshots(reader);
    Sql page = new Database().sql(writer, reader, snapshots);
    transaction.executeWithoutResult(s -> counter("A", 1));
    snapshots.begin();
    try {
      assertThat(counters(page)).isEqualTo(1);
      ExecutorService other = Executors.newSingleThreadExecutor();
      other.submit(() -> transaction.executeWithoutResult(s -> counter("B", 1))).get();
      other.shutdown();
      assertThat(counters(page)).isEqualTo(1);
    } catch (Exception e) {
      throw new IllegalStateException(e);
    } finally {
      snapshots.end();
    }
    assertThat(counters(page)).isEqualTo(2);
  }

  private void counter(String name, long next) {
    sql.sql("INSERT INTO counter (name, next) VALUES (:name, :next)")
        .param("name", name)
        .param("next", next)
        .update();
  }

  private static long counters(Sql on) {
    return on.sql("SELECT count(*) FROM counter").query(Long.class).single();
  }

  private void person() {
    transaction.executeWithoutResult(
        status ->
            sql.sql(
                    "INSERT INTO person (id, login, name, email, password) VALUES (1, 'a', 'A', 'a@a.example', 'x')")
                .update());
  }

  @Test
  void thePaletteForgetsOldWords() {
    SearchIndex index = new SearchIndex(sql);
    transaction.executeWithoutResult(
        status -> index.put("account", new AccountId(1), "A-1", "Grünfen Dairy"));
    assertThat(found("grunf dai")).containsExactly("A-1");
    transaction.executeWithoutResult(
        status -> index.put("account", new AccountId(1), "A-1", "Greyfen Brewery"));
    assertThat(found("grunf")).isEmpty();
    assertThat(found("a-1 brew")).containsExactly("A-1");
    assertThat(found("\"*) OR")).isEmpty();
  }

  private List<String> found(String typed) {
    return sql.sql("SELECT number FROM search_index WHERE search_index MATCH :words")
        .param("words", SearchIndex.wordsOf(typed))
        .query(String.class)
        .list();
  }

  @Test
  void aClockThatIsSetBackKeepsTheLogInOrder() {
    person();
    for (String at : List.of("2027-03-15T08:00:00Z", "2027-03-15T07:00:00Z")) {
      Clock clock = Clock.fixed(Instant.parse(at), ZoneOffset.UTC);
      ChangeLog log = new ChangeLog(sql, clock, mock(Events.class));
      transaction.executeWithoutResult(
          status -> log.note(new PersonId(1), "account", FIVE, "at " + at, null, at));
    }
    ChangeLog log = new ChangeLog(sql, Clock.systemUTC(), mock(Events.class));
    assertThat(log.list("account", FIVE, "").rows())
        .as("the last act first, whatever the clock said")
        .extracting(ChangeLog.Entry::after)
        .containsExactly("2027-03-15T07:00:00Z", "2027-03-15T08:00:00Z");
    assertThat(log.lastWords("account", FIVE))
        .contains("A changed at 2027-03-15T07:00:00Z at 07:00");
  }

  @Test
  void aConflictNamesWhoChangedWhat() {
    person();
    Clock clock = Clock.fixed(Instant.parse("2027-03-15T08:00:00Z"), ZoneOffset.UTC);
    ChangeLog log = new ChangeLog(sql, clock, mock(Events.class));
    transaction.executeWithoutResult(
        status -> log.note(new PersonId(1), "account", FIVE, "name", "Old", "New"));
    assertThatThrownBy(
            () -> transaction.executeWithoutResult(s -> log.expectOne(0, "account", FIVE, 3)))
        .isInstanceOfSatisfying(
            Conflict.class,
            conflict -> {
              assertThat(conflict).hasMessageStartingWith("A changed name at 08:00.");
              assertThat(conflict.version()).isEqualTo(3);
            });
    transaction.executeWithoutResult(s -> log.expectOne(1, "account", FIVE, 3));
    assertThat(log.list("account", FIVE, "").rows()).hasSize(1);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {"''; ''; 0", "42|2027-03-01; 2027-03-01; 42", "7|a|b; a|b; 7", "0|; ''; 0"})
  void aCursorIsReadAsItIsWritten(String text, String key, long id) {
    Cursor cursor = Cursor.of(text);
    assertThat(cursor.key()).isEqualTo(key);
    assertThat(cursor.id()).isEqualTo(id);
    assertThat(Cursor.of(cursor.toString())).isEqualTo(cursor);
  }

  @ParameterizedTest
  @ValueSource(strings = {"x", "|", "-1|a", "9999999999999999999|a", "1"})
  void aCursorThatIsNoneIsRefused(String text) {
    assertThatThrownBy(() -> Cursor.of(text)).isInstanceOf(BadInput.class);
  }

  @ParameterizedTest
  @CsvSource({"\"7\", 7", "7, 7", "' \"12\" ', 12"})
  void aVersionIsReadWithOrWithoutItsMarks(String header, long version) {
    assertThat(Versions.of(header)).isEqualTo(version);
  }

  @Test
  void inputGathersEveryProblem() {
    Input input = new Input();
    assertThat(input.text("name", "  Ada ", 10)).isEqualTo("Ada");
    assertThat(input.text("long", "x".repeat(11), 10)).hasSize(11);
    input.text("empty", null, 10);
    assertThat(input.day("day", "2027-02-30")).isEmpty();
    assertThat(input.day("good", " 2027-02-28 ")).contains(LocalDate.of(2027, 2, 28));
    assertThat(input.value("percent", "x", Percent::parse)).isEmpty();
    assertThat(input.value("blank", " ", Percent::parse)).isEmpty();
    assertThat(input.longText("note", "x".repeat(4_001))).isNotEmpty();
    assertThat(input.problems().list().stream().map(p -> p.at()))
        .containsExactly("long", "empty", "day", "percent", "note");
    assertThatThrownBy(input::check)
        .isInstanceOfSatisfying(BadInput.class, e -> assertThat(e.problems()).hasSize(5));
    new Input().check();
  }

  @Test
  void aReaderIsNotAskedWithinAnAct() {
    transaction.executeWithoutResult(
        status -> {
          sql.sql("INSERT INTO counter (name, next) VALUES ('Z', 5)").update();
          assertThat(
                  sql.sql("SELECT next FROM counter WHERE name = 'Z'").query(Long.class).single())
              .isEqualTo(5);
        });
  }

  @Test
  void amountsAreWrittenInGroupsWithATrueMinus() {
    assertThat(Written.amount(Money.of(CurrencyUnit.EUR, new BigDecimal("-1234567.5"))))
        .isEqualTo("−1\u00a0234\u00a0567.50");
    assertThat(Written.amount(Money.of(CurrencyUnit.JPY, new BigDecimal("1234"))))
        .isEqualTo("1\u00a0234");
    assertThat(Written.price(UnitPrice.parse("2350"), CurrencyUnit.EUR)).isEqualTo("2\u00a0350.00");
    assertThat(Written.price(UnitPrice.parse("428.6875"), CurrencyUnit.EUR)).isEqualTo("428.6875");
    assertThat(Written.day(LocalDate.of(2027, 3, 1))).isEqualTo("1 March 2027");
  }
}
