package firmtally.demo;

import firmtally.server.access.Actor;
import firmtally.server.customers.campaign.CallPick;
import firmtally.server.customers.campaign.CallService;
import firmtally.server.customers.enquiry.AssignmentService;
import firmtally.server.customers.enquiry.ConversionService;
import firmtally.server.customers.enquiry.EnquiryForm;
import firmtally.server.customers.enquiry.EnquiryService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.ClockConfig;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.CallId;
import firmtally.server.platform.ids.CallListId;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** Enquiries in every state, who is given them, and a call list that is half walked. */
@Component
class DemoEnquiries {
  private static final String[] NAMES = {
    "Pellworm Pharmacy", "Nettlebrook Farm", "Harbour Row Fish Hall", "Tarn & Daughter Mill",
    "Gatley Freight", "Low Moor Brewery", "Cray Recycling", "Whitfold Dairy",
    "Ebbing Quay Fish Hall", "Upper Lathe Mill", "Sorrel Bank Farm", "Kiln Street Brewery"
  };
  private static final String[] FIRST = {
    "Cotterhall", "Brindle Lane", "Osmond", "Tansy", "Merrick Bridge", "Fallowfield", "Draycourt"
  };
  private static final String[] TRADES = {
    "Bakery", "Creamery", "Maltings", "Metals", "Seafood", "Haulage", "Chemists", "Orchards"
  };
  private static final String[] PLACES = {"Saltmere", "Wexcombe", "Eastlode", "Tollgate"};
  private static final String[] POSTALS = {"24103", "38211", "25780", "61904"};
  private static final String[] SUBJECT = {
    "Bench scale for the counter", "Weighing at the gate", "Replacing three floor scales",
    "Silo weighing, two hoppers", "Crane scale for the yard", "Calibration once a year",
    "Checkweighing before the freezer"
  };
  private static final String[] FAMILIES = {"bench", null, "floor", "hopper", "crane", null, null};
  private static final String FAIR = "Spring fair";
  private static final String CAMPAIGN = "Autumn calibration";
  private static final int TAKEN_ON = 26;

  private final EnquiryService enquiries;
  private final ConversionService conversions;
  private final AssignmentService assignment;
  private final CallService calls;
  private final ActivityService activities;
  private final Sql sql;

  DemoEnquiries(
      EnquiryService enquiries,
      ConversionService conversions,
      AssignmentService assignment,
      CallService calls,
      ActivityService activities,
      Sql sql) {
    this.enquiries = enquiries;
    this.conversions = conversions;
    this.assignment = assignment;
    this.calls = calls;
    this.activities = activities;
    this.sql = sql;
  }

  void take(DemoHistory.Stage stage) {
    rules(stage);
    earlier(stage);
    for (int i = 0; i < TAKEN_ON; i++) {
      int n = i;
      ClockConfig.on(stage.today().minusDays(70L - 2L * i), () -> converted(stage, n));
    }
    for (int i = 0; i < NAMES.length; i++) {
      int n = i;
      LocalDate day = stage.today().minusDays(i);
      ClockConfig.on(day, () -> waiting(stage, n));
    }
    callList(stage);
  }

  private void rules(DemoHistory.Stage stage) {
    List<Actor> reps = stage.reps();
    assignment.keep(
        List.of(
            new AssignmentService.Rule(
                null,
                "Large enquiries",
                "",
                null,
                null,
                "25000",
                null,
                List.of(part(reps.get(0), 1), part(reps.get(3), 1))),
            new AssignmentService.Rule(
                null,
                "Coast",
                "24, 25",
                null,
                null,
                null,
                null,
                List.of(part(reps.get(0), 2), part(reps.get(1), 1), part(reps.get(2), 1))),
            new AssignmentService.Rule(
                null,
                "Everything else",
                "",
                null,
                null,
                null,
                null,
                List.of(part(reps.get(3), 1), part(reps.get(4), 1)))),
        assignment.version(),
        stage.manager());
  }

  /** An opportunity of the past that began with an enquiry of a customer. */
  private record Begun(
      OpportunityId id,
      LocalDate openedOn,
      PersonId ownerId,
      AccountId accountId,
      String account,
      String town,
      String postal,
      String email,
      String title,
      String source,
      String family) {}

  /** Every other opportunity of the past began with an enquiry, which is taken over with it. */
  private void earlier(DemoHistory.Stage stage) {
    List<Begun> begun =
        sql.sql(
                """
                SELECT o.id, o.opened_on, o.owner_id, o.account_id, a.name AS account, a.town, a.postal, a.email, o.title,
                       o.source,
                       (SELECT p.family FROM worksheet_line l JOIN product p ON p.code = l.product
                        WHERE l.worksheet_id = o.worksheet_id ORDER BY l.position LIMIT 1) AS family
                FROM opportunity o JOIN account a ON a.id = o.account_id
                WHERE o.state IN ('won', 'lost') AND o.renews_id IS NULL AND o.id % 2 = 0 AND o.source <> ''
                ORDER BY o.id
                """)
            .query(Begun.class)
            .list();
    for (Begun one : begun) {
      ClockConfig.on(one.openedOn().minusDays(2), () -> asked(stage, one));
    }
  }

  private void asked(DemoHistory.Stage stage, Begun one) {
    EnquiryId id =
        enquiries.take(
            new EnquiryForm(
                one.account(),
                one.email(),
                one.title(),
                "",
                one.postal(),
                one.town(),
                one.family(),
                null,
                one.source(),
                "trade fair".equals(one.source()) ? FAIR : "",
                one.ownerId().toString()),
            stage.manager());
    sql.sql("UPDATE enquiry_row SET state = 'converted', account_id = :account WHERE id = :id")
        .param("account", one.accountId())
        .param("id", id)
        .update();
    sql.sql("UPDATE opportunity SET enquiry_id = :enquiry WHERE id = :id")
        .param("enquiry", id)
        .param("id", one.id())
        .update();
  }

  /** Names of those who asked some time ago; none of them twice. */
  private static String earlier(int n) {
    return FIRST[n % FIRST.length] + " " + TRADES[n % TRADES.length];
  }

  private static AssignmentService.Part part(Actor rep, int weight) {
    return new AssignmentService.Part(rep.id(), rep.name(), String.valueOf(weight), 0);
  }

  private EnquiryForm form(String name, int n, String campaign) {
    String host = name.split(" ")[0].toLowerCase(Locale.ROOT) + n;
    return new EnquiryForm(
        name,
        n % 3 == 0 ? "555 0190 " + (310 + n) : "desk@" + host + ".example",
        SUBJECT[n % SUBJECT.length],
        "",
        POSTALS[n % POSTALS.length],
        PLACES[n % PLACES.length],
        FAMILIES[n % FAMILIES.length],
        n % 4 == 2 ? String.valueOf(2_500 + n * 1_900) : null,
        DemoHistory.SOURCES[n % DemoHistory.SOURCES.length],
        campaign,
        "rules");
  }

  /** One that became the opportunity of a prospect, or was dropped on the way. */
  private void converted(DemoHistory.Stage stage, int n) {
    EnquiryId id = enquiries.take(form(earlier(n), n, n % 5 == 1 ? CAMPAIGN : ""), stage.manager());
    Actor owner = owner(stage, id);
    LocalDate called = stage.today().minusDays(70L - 2L * n - n % 3);
    ClockConfig.on(
        called,
        () -> enquiries.talked(id, "call", "Called back; wants a price this month.", owner));
    if (n % 4 == 3) {
      enquiries.drop(id, version(id), "Order too small", owner);
    } else if (n % 3 == 0) {
      conversions.convert(
          id,
          new ConversionService.ConvertForm(
              null,
              null,
              null,
              SUBJECT[n % SUBJECT.length],
              earlier(n),
              "company",
              "",
              POSTALS[n % POSTALS.length],
              PLACES[n % PLACES.length],
              "Ines Corvin",
              "desk" + n + "@inquiring.example",
              "555 0180 " + (500 + n)),
          owner);
    }
  }

  private void waiting(DemoHistory.Stage stage, int n) {
    EnquiryId id = enquiries.take(form(NAMES[n], n, ""), stage.manager());
    Actor owner = owner(stage, id);
    if (n % 4 == 1) {
      enquiries.talked(id, "call", "Sending a photo of the old scale.", owner);
    }
    if (n % 6 == 5) {
      enquiries.park(
          id, version(id), stage.today().plusDays(12).toString(), "On holiday until then", owner);
    }
    if (n % 6 == 2) {
      enquiries.plan(
          id,
          new ActivityService.ActivityForm(
              "call", "Ask about the load", stage.today().toString(), null, null),
          owner);
    }
  }

  private Actor owner(DemoHistory.Stage stage, EnquiryId enquiry) {
    PersonId owner =
        sql.sql("SELECT owner_id FROM enquiry WHERE id = :id")
            .param("id", enquiry)
            .query(PersonId.class)
            .single();
    return stage.reps().stream().filter(r -> r.id().equals(owner)).findFirst().orElseThrow();
  }

  private long version(EnquiryId enquiry) {
    return sql.sql("SELECT version FROM enquiry WHERE id = :id")
        .param("id", enquiry)
        .query(Long.class)
        .single();
  }

  private void callList(DemoHistory.Stage stage) {
    Actor rep = stage.reps().get(0);
    CallPick mills =
        new CallPick(
            "accounts", "customer", "mill", null, null, null, null, null, null, null, null, null);
    CallListId id = calls.make("Mills without a plan", CAMPAIGN, mills, rep);
    List<CallId> entries =
        sql.sql("SELECT id FROM call_entry WHERE list_id = :id ORDER BY position")
            .param("id", id)
            .query(CallId.class)
            .list();
    String[] outcomes = {"reached", "not-reached", "opportunity", "no-interest"};
    for (int i = 0; i < entries.size() / 2; i++) {
      String outcome = outcomes[i % outcomes.length];
      calls.note(
          entries.get(i),
          new CallService.OutcomeForm(
              outcome,
              i == 0 ? "Asks again in spring." : "",
              null,
              outcome.equals("opportunity") ? "Calibration of all scales" : null),
          rep);
    }
    activities.plan(
        ActivityService.On.account(stage.accounts().get(1)),
        new ActivityService.ActivityForm(
            "meeting",
            "Annual review on site",
            stage.today().plusDays(2).toString(),
            "10:30",
            null),
        rep);
  }
}
