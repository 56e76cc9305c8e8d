package firmtally.server.sales.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;

import firmtally.core.money.Quantity;
import firmtally.server.access.Actor;
import firmtally.server.access.Role;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.database.Counters;
import firmtally.server.platform.database.TestCompany;
import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.events.Events;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.WorksheetId;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.search.SearchIndex;
import firmtally.server.platform.web.Conflict;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import firmtally.server.sales.order.OrderState;
import firmtally.server.sales.quote.QuoteState;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** What quotes and orders share: numbers, states, versions, and which line goes on which. */
class DocumentServiceTest {
  private static final Clock MORNING =
      Clock.fixed(Instant.parse("2027-03-15T08:00:00Z"), ZoneOffset.UTC);
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private DocumentService documents;
  private Actor rep;
  private OpportunityId deal;
  private AccountId account;

  @BeforeEach
  void aDeal() {
    documents =
        new DocumentService(
            new DocumentStore(database.sql()),
            mock(Records.class),
            mock(FileService.class),
            new ChangeLog(database.sql(), MORNING, mock(Events.class)),
            new Counters(database.sql()),
            new SearchIndex(database.sql()),
            MORNING);
    TestCompany company = new TestCompany(database);
    rep = company.person("rep", Role.REP, "North");
    account = company.account("Farm", rep);
    deal = company.opportunity("deal", rep, account, 100);
  }

  private WorksheetId worksheet() {
    return database
        .sql()
        .sql("INSERT INTO worksheet (currency) VALUES ('EUR') RETURNING id")
        .query(WorksheetId.class)
        .single();
  }

  private Document make(DocumentKind kind, DocumentState state, Optional<Document> follows) {
    return database.act(
        () ->
            documents.make(
                new DocumentService.Start(
                    kind, follows, deal, account, state, worksheet(), rep.id(), "Scales Farm"),
                rep));
  }

  private Document quote() {
    return make(DocumentKind.QUOTE, QuoteState.DRAFT, Optional.empty());
  }

  @Test
  void eachKindHasNumbersOfItsOwn() {
    Document first = quote();
    Document second = quote();
    Document order = make(DocumentKind.ORDER, OrderState.HOLD, Optional.of(first));
    assertThat(first.number()).isEqualTo("Q-1001");
    assertThat(second.number()).isEqualTo("Q-1002");
    assertThat(order.number()).endsWith("-1001").doesNotStartWith("Q");
    assertThat(order.followsId()).isEqualTo(first.id());
    assertThat(first.followsId()).isNull();
    assertThat(first.madeOn()).isEqualTo(LocalDate.of(2027, 3, 15));
    assertThat(first.version()).isEqualTo(1);
  }

  @Test
  void aNumberOfAnActThatFailsIsGivenAgain() {
    assertThatThrownBy(
            () ->
                database.act(
                    () -> {
                      documents.make(
                          new DocumentService.Start(
                              DocumentKind.QUOTE,
                              Optional.empty(),
                              deal,
                              account,
                              QuoteState.DRAFT,
                              worksheet(),
                              rep.id(),
                              ""),
                          rep);
                      throw new IllegalStateException("stop");
                    }))
        .hasMessage("stop");
    assertThat(quote().number()).isEqualTo("Q-1001");
  }

  @Test
  void aQuoteIsNoOrderHoweverItIsAskedFor() {
    Document quote = quote();
    assertThat(documents.readable(DocumentKind.QUOTE, quote.id(), rep)).isEqualTo(quote);
    assertThatThrownBy(() -> documents.readable(DocumentKind.ORDER, quote.id(), rep))
        .isInstanceOf(NotThere.class);
  }

  private void become(Document before, long version, QuoteState from, QuoteState to) {
    database.act(() -> documents.become(before, version, from, to, to.word(), rep));
  }

  @Test
  void aStateFollowsTheTableAndTheVersionThatWasRead() {
    Document draft = quote();
    assertThatThrownBy(() -> become(draft, 1, QuoteState.DRAFT, QuoteState.ORDERED))
        .isInstanceOf(NotPossible.class);
    become(draft, 1, QuoteState.DRAFT, QuoteState.SENT);
    Document sent = documents.readable(DocumentKind.QUOTE, draft.id(), rep);
    assertThat(sent.state()).isEqualTo("sent");
    assertThat(sent.version()).isEqualTo(2);
    assertThatThrownBy(() -> become(draft, 1, QuoteState.SENT, QuoteState.EXPIRED))
        .isInstanceOfSatisfying(
            Conflict.class,
            told -> assertThat(told).hasMessageContaining("rep changed state at 08:00"));
    become(sent, 2, QuoteState.SENT, QuoteState.EXPIRED);
  }

  @Test
  void aChangeOfTermsCountsAsOne() {
    Document draft = quote();
    database.act(() -> documents.changed(draft, 1));
    assertThat(documents.readable(DocumentKind.QUOTE, draft.id(), rep).version()).isEqualTo(2);
    assertThatThrownBy(() -> database.act(() -> documents.changed(draft, 1)))
        .isInstanceOf(Conflict.class);
  }

  @Test
  void whatWentOnOfEachLineIsReadFromTheLinks() {
    Document quote = quote();
    Document first = make(DocumentKind.ORDER, OrderState.HOLD, Optional.of(quote));
    Document second = make(DocumentKind.ORDER, OrderState.HOLD, Optional.of(quote));
    database.act(
        () -> {
          documents.link(first.id(), "a", quote.id(), "1", Quantity.parse("2.5"));
          documents.link(second.id(), "a", quote.id(), "1", Quantity.parse("1"));
          documents.link(second.id(), "b", quote.id(), "2", Quantity.parse("4"));
        });
    assertThat(documents.taken(quote))
        .isEqualTo(Map.of("1", Quantity.parse("3.5"), "2", Quantity.parse("4")));
    assertThat(documents.taken(first)).isEmpty();
  }

  @Test
  void itIsFoundByItsNumberAndItsWords() {
    Document quote = quote();
    assertThat(
            database
                .sql()
                .sql(
                    "SELECT record_id FROM search_index WHERE search_index MATCH :words AND kind = 'quote'")
                .param("words", SearchIndex.wordsOf("scal far"))
                .query(DocumentId.class)
                .list())
        .containsExactly(quote.id());
  }
}
