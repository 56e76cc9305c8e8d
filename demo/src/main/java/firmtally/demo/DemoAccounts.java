package firmtally.demo;

import firmtally.server.access.Actor;
import firmtally.server.company.credit.CreditRules;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.sales.credit.CreditService;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;

/** Who buys from Harrow & Plumb; all made up. */
final class DemoAccounts {
  private static final String[] PLACES = {
    "Greyfen",
    "Tollgate",
    "Marrowby",
    "Saltmere",
    "Oxbarrow",
    "Ferndyke",
    "Hollowell",
    "Quarrendon",
    "Wexcombe",
    "Larkhythe",
    "Underwick",
    "Brackenford",
    "Stonehaul",
    "Millhithe",
    "Eastlode"
  };
  private static final String[][] TRADES = {
    {"Dairy", "dairies"},
    {"Mill", "mills"},
    {"Recycling", "recycling-yards"},
    {"Freight", "freight-depots"},
    {"Brewery", "breweries"},
    {"Fish Hall", "fish-halls"},
    {"Pharmacy", "pharmacies"},
    {"Farm", "farms"}
  };
  private static final String[] FIRST = {
    "Ines", "Tobias", "Maren", "Pavel", "Yara", "Linus", "Odile", "Bruno", "Selma", "Rafe", "Ada",
    "Joris"
  };
  private static final String[] LAST = {
    "Alder", "Bramley", "Corvin", "Dresner", "Elkin", "Fallow", "Garrick", "Hask", "Ivers",
    "Jessop", "Kestle", "Lorne"
  };
  private static final String[] ROLES = {"Purchasing", "Plant manager", "Quality", "Maintenance"};
  private static final String[] CHANNELS = {"phone", "email", "visit", ""};
  private static final String[] HOURS = {"", "before noon", "after two", "not on Fridays", ""};
  private static final int COUNT = 60;
  private static final int HIGHEST = 5_000_000;

  private final AccountService accounts;
  private final CreditService credit;
  private final CreditRules rules;
  private final CurrencyUnit currency;
  private final Random random;

  DemoAccounts(
      AccountService accounts,
      CreditService credit,
      CreditRules rules,
      CurrencyUnit currency,
      Random random) {
    this.accounts = accounts;
    this.credit = credit;
    this.rules = rules;
    this.currency = currency;
    this.random = random;
  }

  private static String unused(Set<String> names, String wanted) {
    return Stream.of("", "Upper ", "New ", "Long ", "North ")
        .map(before -> before + wanted)
        .filter(names::add)
        .findFirst()
        .orElseThrow();
  }

  /** Opens the accounts, with room for the history that is taken over. */
  List<AccountId> open(List<Actor> reps, LocalDate today) {
    List<AccountId> ids = new ArrayList<>();
    Set<String> names = new HashSet<>();
    for (int i = 0; i < COUNT; i++) {
      Actor owner = reps.get(i % reps.size());
      String[] industry = TRADES[i % TRADES.length];
      String place = PLACES[(i * 7 + i / TRADES.length) % PLACES.length];
      String host =
          (place + "-" + industry[0]).toLowerCase(Locale.ROOT).replace(' ', '-') + i + ".example";
      AccountId id =
          accounts.add(
              Account.prospect(unused(names, place + " " + industry[0]), owner, rules)
                  .industry(industry[0].toLowerCase(Locale.ROOT))
                  .street((1 + random.nextInt(90)) + " Weir Lane")
                  .postal(String.valueOf(10000 + random.nextInt(89999)))
                  .town(place)
                  .email("office@" + host)
                  .phone("555 01" + (10 + i) + " " + (100 + random.nextInt(900)))
                  .priceGroup(i < 6 * 8 ? industry[1] : null)
                  .lateDays(i % 5 == 0 ? 12 : random.nextInt(6))
                  .poNumberRequired(i % 9 == 4)
                  .taxId("DE 999 " + (410_000 + i * 373))
                  .build(),
              owner.id());
      note(id, i, owner);
      for (int c = 0; c < 1 + i % 3; c++) {
        String first = FIRST[random.nextInt(FIRST.length)];
        String last = LAST[random.nextInt(LAST.length)];
        accounts.addContact(
            id,
            new AccountService.ContactForm(
                first + " " + last,
                ROLES[c],
                (first + "." + last + "@" + host).toLowerCase(Locale.ROOT),
                "555 01" + (10 + i) + " " + (100 + random.nextInt(900)),
                CHANNELS[(i + c) % CHANNELS.length],
                HOURS[(i + c) % HOURS.length]),
            owner);
      }
      credit.setLimit(id, today.minusYears(4), amount(HIGHEST), Actor.SYSTEM);
      ids.add(id);
    }
    return ids;
  }

  private void note(AccountId id, int i, Actor owner) {
    if (i % 7 == 2) {
      accounts.addNote(id, "Ring before ten; the gate is shut after four.", true, owner);
    }
    if (i % 5 == 1) {
      accounts.addNote(id, "Wants every quote in one letter, never line by line.", true, owner);
    }
    if (i % 4 == 3) {
      accounts.addNote(id, "Met at the trade fair; second shift runs from spring.", false, owner);
    }
  }

  /** Sets the limits of today, such that every verdict occurs. */
  void limit(List<AccountId> ids, LocalDate today) {
    for (int i = 0; i < ids.size(); i++) {
      int limit = 8_000 + random.nextInt(12) * 4_000;
      credit.setLimit(
          ids.get(i), today.minusDays(30), amount(i % 13 == 5 ? 150_000 : limit), Actor.SYSTEM);
      credit.removeLimit(ids.get(i), today.minusYears(4), Actor.SYSTEM);
      if (i % 8 == 4) {
        credit.setLimit(ids.get(i), today.plusDays(35), amount(limit * 2), Actor.SYSTEM);
      }
    }
  }

  private Money amount(int major) {
    return Money.ofMajor(currency, major);
  }
}
