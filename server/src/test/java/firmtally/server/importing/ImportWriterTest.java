package firmtally.server.importing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;

import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.company.ownfield.OwnFieldService;
import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.events.Events;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.ImportId;
import firmtally.server.platform.search.PhoneIndex;
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.Input;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A large file is written in parts that let others in between, and still whole or not at all. */
class ImportWriterTest {
  private static final int MANY = 400;
  private static final LocalDate DAY = LocalDate.of(2027, 3, 15);
  private static final ImportWriter.Progress ON = row -> {};
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private final Events events = mock(Events.class);
  private final Clock clock = Clock.fixed(Instant.parse("2027-03-15T08:00:00Z"), ZoneOffset.UTC);
  private final Rows kind = new Rows();
  private ImportWriter writer;
  private Actor ann;

  /** Enquiries as they are, without what is worked out of them. */
  private final class Rows implements ImportKind<String> {
    private int settled;
    private boolean isKilled;

    @Override
    public About about() {
      return new About("enquiries", "enquiry", 1, "enquiry");
    }

    @Override
    public List<ImportField> fields() {
      return List.of(ImportField.needed("name", "Name"));
    }

    @Override
    public boolean isFor(Actor actor) {
      return true;
    }

    @Override
    public Removal removal() {
      return Removal.of("enquiry_row", "r.name").with("enquiry_assignment", "enquiry_id");
    }

    @Override
    public boolean settleSome(ImportId of) {
      if (isKilled) {
        throw new IllegalStateException("killed");
      }
      return settled++ == 0;
    }

    @Override
    public Reading<String> reading(Actor actor) {
      return new Reading<>() {
        @Override
        public Optional<String> read(ImportRow row, Input input) {
          return Optional.of(row.at("name"));
        }

        @Override
        public Outcome outcome(String name) {
          return new Outcome(Effect.ADDED, name, "");
        }

        @Override
        public List<Written> write(List<String> names, ImportId of) {
          return names.stream().map(name -> new Written(insert(name, of), null)).toList();
        }
      };
    }

    private EnquiryId insert(String name, ImportId of) {
      return database
          .sql()
          .sql(
              """
              INSERT INTO enquiry_row (number, added_at, name, subject, source, state, owner_id, import_id)
              VALUES (:name, 'x', :name, 'x', 'x', 'new', :owner, :of) RETURNING id
              """)
          .param("name", name)
          .param("owner", ann.id())
          .param("of", of)
          .query(EnquiryId.class)
          .single();
    }
  }

  @BeforeEach
  void open() {
    ann = new TestCompany(database).person("ann", Role.MANAGER, null);
    OwnFieldService own = mock(OwnFieldService.class);
    ImportStore store = new ImportStore(database.sql());
    ImportKinds kinds = new ImportKinds(List.of(kind), own);
    ImportUndo undo =
        new ImportUndo(
            store,
            own,
            new SearchIndex(database.sql()),
            new PhoneIndex(database.sql()),
            events,
            database.transactions());
    writer = new ImportWriter(store, kinds, undo, own, events, database.transactions(), clock);
  }

  private void write(ImportWriter.Progress progress) {
    writer.write(
        kind,
        kind.reading(ann),
        "fair.csv",
        IntStream.range(0, MANY)
            .mapToObj(n -> new ImportWriter.Ready<>("Reed Farm " + n, Map.of()))
            .toList(),
        progress,
        ann);
  }

  private long count(String statement) {
    return database.sql().sql("SELECT COUNT(*) FROM " + statement).query(Long.class).single();
  }

  @Test
  void allAreThereAtOnceAndOneEventTellsOfThem() {
    write(row -> assertThat(count("enquiry")).isZero());
    assertThat(count("enquiry")).isEqualTo(MANY);
    assertThat(count("data_import_row")).isEqualTo(MANY);
    assertThat(count("data_import WHERE added = 400 AND changed = 0")).isEqualTo(1);
    assertThat(kind.settled).isEqualTo(2);
    verify(events, times(1)).changed(eq("enquiry"), any());
  }

  @Test
  void whatIsBrokenOffLeavesNothing() {
    assertThatThrownBy(
            () ->
                write(
                    row -> {
                      if (row > MANY / 2) {
                        throw new IllegalStateException("stopped");
                      }
                    }))
        .hasMessage("stopped");
    isNothingLeft();
  }

  private void isNothingLeft() {
    assertThat(count("enquiry_row")).isZero();
    assertThat(count("data_import")).isZero();
    assertThat(count("data_import_row")).isZero();
  }

  @Test
  void whatAKillLeftIsTakenBackLater() {
    database.run(
        "INSERT INTO data_import (id, person_id, file, began_at) VALUES (1, "
            + ann.id()
            + ", 'x', '2027-03-15T08:00:00Z')");
    database.transactions().executeWithoutResult(s -> kind.insert("Half", new ImportId(1)));
    database.run(
        "INSERT INTO data_import_row (import_id, record_id, version) SELECT 1, id, 1 FROM enquiry_row");
    assertThat(count("enquiry")).isZero();
    writer.run(DAY);
    isNothingLeft();
  }

  @Test
  void whatWasTakenIsSettledLaterWhereThatWasBrokenOff() {
    kind.isKilled = true;
    assertThatThrownBy(() -> write(ON)).hasMessage("killed");
    assertThat(count("enquiry")).as("it was taken").isEqualTo(MANY);
    assertThat(kind.settled).isZero();
    kind.isKilled = false;
    writer.run(DAY);
    assertThat(kind.settled).isPositive();
    assertThat(count("enquiry")).isEqualTo(MANY);
  }
}
