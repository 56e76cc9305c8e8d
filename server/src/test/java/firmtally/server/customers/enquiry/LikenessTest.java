package firmtally.server.customers.enquiry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.groups.Tuple.tuple;

import firmtally.server.platform.database.TestDatabase;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.search.PhoneIndex;
import firmtally.server.platform.search.SearchIndex;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LikenessTest {
  private static final Optional<EnquiryId> NONE = Optional.empty();
  @RegisterExtension final TestDatabase database = new TestDatabase();
  private Likeness likeness;
  private PhoneIndex phones;
  private SearchIndex words;
  private long mara;

  @BeforeEach
  void somebodyKeepsThem() {
    phones = new PhoneIndex(database.sql());
    words = new SearchIndex(database.sql());
    likeness = new Likeness(new LikenessStore(database.sql(), phones));
    mara = database.person("mara", "North");
  }

  private void account(long id, String name, String postal, String town, String email) {
    database.act(
        () -> {
          database
              .sql()
              .sql(
                  """
                  INSERT INTO account (id, number, name, kind, status, postal, town, email, owner_id)
                  VALUES (:id, 'A-' || :id, :name, 'company', 'customer', :postal, :town, :email, :owner)
                  """)
              .param("id", id)
              .param("name", name)
              .param("postal", postal)
              .param("town", town)
              .param("email", email)
              .param("owner", mara)
              .update();
          words.add("account", new AccountId(id), "A-" + id, name);
        });
  }

  private void contact(long id, long account, String email, String phone) {
    database.act(
        () -> {
          database
              .sql()
              .sql(
                  """
                  INSERT INTO contact (id, account_id, name, email, phone)
                  VALUES (:id, :account, 'Ada', :email, :phone)
                  """)
              .param("id", id)
              .param("account", account)
              .param("email", email)
              .param("phone", phone)
              .update();
          phones.add("contact", new ContactId(id), phone);
        });
  }

  private void enquiry(long id, String name, String email, String phone) {
    database.act(
        () -> {
          database
              .sql()
              .sql(
                  """
                  INSERT INTO enquiry_row (id, number, added_at, name, email, phone, subject, source, state, owner_id)
                  VALUES (:id, 'E-' || :id, '2027-03-01T08:00:00Z', :name, :email, :phone, 'Scales', 'phone', 'new', :owner)
                  """)
              .param("id", id)
              .param("name", name)
              .param("email", email)
              .param("phone", phone)
              .param("owner", mara)
              .update();
          phones.add("enquiry", new EnquiryId(id), phone);
          words.add("enquiry", new EnquiryId(id), "E-" + id, name);
        });
  }

  private static Likeness.Asked asked(
      String name, String email, String phone, String postal, String town) {
    return new Likeness.Asked(name, email, phone, postal, town);
  }

  @ParameterizedTest
  @CsvSource({
    "Reed Farm, reed farm, true",
    "Reed Farm, Reed Farm GmbH, true",
    "The Reed Farm Ltd., Reed-Farm, true",
    "Mühlenhof, Muhlenhof, true",
    "Reed Farm, Rede Farm, true",
    "Reed Farm, Weir Mill, false",
    "Gatley Freight, Gatley Frieght, true",
    "Low Moor Brewery, High Moor Brewery, false"
  })
  void namesAreNearHoweverTheyAreWritten(String one, String other, boolean near) {
    assertThat(Likeness.isNear(one, other)).isEqualTo(near);
    assertThat(Likeness.isNear(other, one)).isEqualTo(near);
  }

  @Test
  void theSurestReasonStandsFirstAndOnce() {
    account(1, "Reed Farm", "", "", "desk@reed.example");
    enquiry(2, "Somebody", "", "0555 0100 22");
    account(3, "Reed Farms", "", "", "");
    assertThat(
            likeness.find(asked("Reed Farm", "Desk@Reed.example ", "+49 555 010022", "", ""), NONE))
        .extracting(Likeness.Like::record, Likeness.Like::number, Likeness.Like::why)
        .containsExactly(
            tuple("account", "A-1", "same email address"),
            tuple("enquiry", "E-2", "same phone number"),
            tuple("account", "A-3", "name nearly the same"));
  }

  @Test
  void whatIsKnownOfAContactSpeaksForItsAccount() {
    account(1, "Weir Mill", "", "Oxbarrow", "");
    contact(7, 1, "ada@weir.example", "0555 7777777");
    assertThat(likeness.find(asked("", "ADA@weir.example", "", "", ""), NONE))
        .extracting(Likeness.Like::record, Likeness.Like::id, Likeness.Like::town)
        .containsExactly(tuple("account", new RecordId(1), "Oxbarrow"));
    assertThat(likeness.find(asked("", "", "7777777 or 0555 7777777", "", ""), NONE))
        .extracting(Likeness.Like::why)
        .containsExactly("same phone number");
  }

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "-, -, ''",
        "24103, -, ''",
        "' 24103 ', Saltmere, ''",
        "24104, -, ', in another place'",
        "-, Oxbarrow, ', in another place'",
        "-, Saltmeer, ''"
      })
  void aNearNameInAnotherPlaceIsToldAsThat(String postal, String town, String where) {
    account(1, "Reed Farm", "24103", "Saltmere", "");
    assertThat(
            likeness.find(
                asked("Reed Farm", "", "", postal == null ? "" : postal, town == null ? "" : town),
                NONE))
        .extracting(Likeness.Like::why)
        .containsExactly("name nearly the same" + where);
  }

  @Test
  void whoIsInTheSamePlaceComesFirst() {
    account(1, "Reed Farm", "", "Oxbarrow", "");
    account(2, "Reed Farms", "", "Saltmere", "");
    assertThat(likeness.find(asked("Reed Farm", "", "", "", "Saltmere"), NONE))
        .extracting(Likeness.Like::number)
        .containsExactly("A-2", "A-1");
  }

  @Test
  void anEnquiryIsNotLikeItselfAndOnlyTheFirstSixAreNamed() {
    for (long id = 1; id <= 9; id++) {
      enquiry(id, "N" + id, "a@b.example", "");
    }
    assertThat(likeness.find(asked("", "a@b.example", "", "", ""), Optional.of(new EnquiryId(2))))
        .hasSize(6)
        .extracting(Likeness.Like::id)
        .doesNotContain(new RecordId(2));
  }

  @Test
  void aNameOfTwoLettersIsNotLookedFor() {
    account(1, "Re", "", "", "");
    assertThat(likeness.find(asked("Re", "", "", "", ""), NONE)).isEmpty();
  }

  @Test
  void oneIsFoundWithFewStatementsAndAHundredWithNoMore() {
    List<Likeness.Asked> many = new ArrayList<>();
    for (int i = 1; i <= 100; i++) {
      account(i, "Harbour Works " + i, "", "", "w" + i + "@works.example");
      contact(i, i, "", "0555 40000" + (100 + i));
      many.add(
          asked("Harbour Works " + i, "w" + i + "@works.example", "40000" + (100 + i), "", ""));
    }
    long one = database.statements(() -> likeness.find(many.get(0), NONE));
    long all = database.statements(() -> likeness.find(many));
    assertThat(one).isLessThanOrEqualTo(5);
    assertThat(all).isEqualTo(one);
    assertThat(likeness.find(many))
        .hasSize(100)
        .allSatisfy(found -> assertThat(found).isNotEmpty())
        .extracting(found -> found.get(0).why())
        .containsOnly("same email address");
  }
}
