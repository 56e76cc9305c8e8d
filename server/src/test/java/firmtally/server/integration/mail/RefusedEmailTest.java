package firmtally.server.integration.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;

import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.ids.MailId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.records.Records;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** What is kept of an email that a mail server refused. */
class RefusedEmailTest {
  private static final Instant AT = Instant.parse("2027-03-15T08:00:00Z");
  private static final int MOST = 50;
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private EmailStore store;
  private MailId email;

  @BeforeEach
  void anEmailWaits() {
    store = new EmailStore(database.sql(), mock(Records.class));
    email =
        database.act(
            () ->
                store.insert(
                    new EmailQueue.Email(
                        "account",
                        new RecordId(1),
                        new EmailQueue.From("sales@house.example", "House"),
                        List.of("Jane@buyer.example", "joe@buyer.example"),
                        List.of(),
                        "Hello",
                        "Dear Jane",
                        List.of()),
                    AT));
  }

  private String refused() {
    return database
        .sql()
        .sql("SELECT group_concat(address || ': ' || words) FROM email_refusal")
        .query(String.class)
        .optional()
        .orElse("");
  }

  @Test
  void isTriedAgainUntilItIsGivenUp() {
    database.act(() -> store.setFailed(email, "busy"));
    assertThat(store.waiting(10, MOST))
        .singleElement()
        .extracting(EmailStore.Row::failure)
        .isEqualTo("busy");
    database.act(() -> store.giveUp(email, MOST));
    assertThat(store.waiting(10, MOST)).isEmpty();
    assertThat(store.find(email).orElseThrow().sentAt()).isNull();
  }

  @Test
  void anAddressIsKnownAsRefusedUntilAnEmailIsTakenForIt() {
    database.act(() -> store.refuse("Jane@buyer.example", "550 gone", AT));
    database.act(() -> store.refuse("jane@BUYER.example", "550 still gone", AT));
    assertThat(refused()).isEqualTo("jane@buyer.example: 550 still gone");
    database.act(() -> store.accepted(List.of("joe@buyer.example")));
    assertThat(refused()).isNotEmpty();
    database.act(() -> store.accepted(List.of("JANE@buyer.example")));
    assertThat(refused()).isEmpty();
  }

  @Test
  void whatWasForItsRecipientAloneIsForgotten() {
    database.act(() -> store.forget(email, "gone"));
    assertThat(store.find(email).orElseThrow().text()).isEqualTo("gone");
  }
}
