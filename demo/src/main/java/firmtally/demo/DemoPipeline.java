package firmtally.demo;

import firmtally.server.access.Actor;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.opportunity.EndingService;
import firmtally.server.pipeline.opportunity.Opening;
import firmtally.server.pipeline.opportunity.Opportunity;
import firmtally.server.pipeline.opportunity.OpportunityService;
import firmtally.server.pipeline.opportunity.TeamService;
import firmtally.server.pipeline.process.ProcessService;
import firmtally.server.platform.ClockConfig;
import firmtally.server.platform.database.Sql;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.RecordId;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What makes open opportunities look worked on: interest, rivals, people, files, and neglect. */
@Component
class DemoPipeline {
  private static final String[] TAGS = {
    "new hall", "export", "food safety", "second site", "retrofit"
  };
  private static final String[] INTERESTS = {"medium", "high", "unknown", "low", "medium"};
  private static final String[] PRIORITIES = {"normal", "high", "normal", "normal", "low"};
  private static final String CAMPAIGN = "Autumn calibration";

  private final OpportunityService opportunities;
  private final TeamService team;
  private final EndingService endings;
  private final ActivityService activities;
  private final FileService files;
  private final ProcessService processes;
  private final Sql sql;

  DemoPipeline(
      OpportunityService opportunities,
      TeamService team,
      EndingService endings,
      ActivityService activities,
      FileService files,
      ProcessService processes,
      Sql sql) {
    this.opportunities = opportunities;
    this.team = team;
    this.endings = endings;
    this.activities = activities;
    this.files = files;
    this.processes = processes;
    this.sql = sql;
  }

  void furnish(DemoHistory.Stage stage) {
    List<OpportunityId> open =
        sql.sql("SELECT id FROM opportunity WHERE state = 'open' AND renews_id IS NULL ORDER BY id")
            .query(OpportunityId.class)
            .list();
    for (int i = 0; i < open.size(); i++) {
      Opportunity o = opportunities.readable(open.get(i), Actor.SYSTEM);
      Actor owner = owner(stage, o);
      int n = i;
      LocalDate day = max(o.openedOn(), stage.today().minusDays(i % 24L));
      ClockConfig.on(day, () -> describe(stage, o, n, owner));
    }
    rest(stage, open);
    projectPath(stage);
  }

  private static Actor owner(DemoHistory.Stage stage, Opportunity o) {
    return stage.reps().stream().filter(r -> r.id().equals(o.ownerId())).findFirst().orElseThrow();
  }

  private void describe(DemoHistory.Stage stage, Opportunity o, int n, Actor owner) {
    long version = o.version();
    if (n % 3 != 2) {
      LocalDate close = o.expectedClose();
      boolean slips = n % 9 == 4;
      opportunities.change(
          o.id(), version++, form(o, slips ? close.plusDays(21) : close, n), owner);
      if (slips) {
        opportunities.change(o.id(), version++, form(o, close.plusDays(35), n), owner);
      }
    }
    if (n % 4 == 0) {
      team.change(o.id(), version, team(stage, o, n), owner);
    }
    if (n % 10 == 6) {
      byte[] text =
          ("Floor plan, hall " + n + ": scale 3 by 4 m, pit 120 mm.\n")
              .getBytes(StandardCharsets.UTF_8);
      files.add("opportunity", RecordId.of(o.id()), "hall-" + n + "-plan.txt", text, owner);
    }
  }

  private OpportunityService.OpportunityForm form(Opportunity o, LocalDate close, int n) {
    return new OpportunityService.OpportunityForm(
        o.title(),
        close.toString(),
        n % 17 == 3 ? "65" : null,
        n % 6 == 1 ? "Comparing two suppliers; the plant manager prefers us." : "",
        PRIORITIES[n % PRIORITIES.length],
        INTERESTS[n % INTERESTS.length],
        o.business(),
        n % 4 == 1 ? String.valueOf(4_000 + n * 137) : null,
        o.source(),
        n % 8 == 5 ? CAMPAIGN : "",
        contact(o.accountId()));
  }

  private ContactId contact(AccountId account) {
    return sql.sql("SELECT MIN(id) FROM contact WHERE account_id = :id")
        .param("id", account)
        .query(ContactId.class)
        .single();
  }

  private TeamService.TeamForm team(DemoHistory.Stage stage, Opportunity o, int n) {
    Actor colleague =
        stage.reps().stream()
            .filter(r -> !r.id().equals(o.ownerId()))
            .skip(n / 4 % (stage.reps().size() - 1))
            .findFirst()
            .orElseThrow();
    ContactId contact = contact(o.accountId());
    return new TeamService.TeamForm(
        List.of(TAGS[n / 4 % TAGS.length]),
        n % 8 == 0 ? List.of(DemoHistory.COMPETITORS[n / 8 % 3]) : List.of(),
        contact == null
            ? List.of()
            : List.of(new TeamService.MemberForm(contact, "decision-maker")),
        n % 24 == 0 ? List.of(new TeamService.ShareForm(colleague.id(), "30")) : List.of());
  }

  /** Some rest until a day, one comes back today. */
  private void rest(DemoHistory.Stage stage, List<OpportunityId> open) {
    for (int i = 11; i < open.size(); i += 31) {
      Opportunity o = opportunities.readable(open.get(i), Actor.SYSTEM);
      Actor owner = owner(stage, o);
      long days = 20L + i;
      ClockConfig.on(
          max(o.openedOn(), stage.today().minusDays(4)),
          () ->
              endings.pause(
                  o.id(),
                  o.version(),
                  new EndingService.Pause(
                      stage.today().plusDays(days).toString(), "Budget in the new year"),
                  owner));
    }
  }

  /** A second process of new business, with a stage that only one team works. */
  private void projectPath(DemoHistory.Stage stage) {
    ProcessId id = processes.add("Weighbridge project", "new", stage.manager());
    ProcessService.SalesProcess process = processes.get(id);
    processes.change(
        id,
        process.version(),
        new ProcessService.ProcessForm(
            "Weighbridge project",
            false,
            List.of(
                new ProcessService.StageForm(
                    process.stages().get(0).id(),
                    "Site surveyed",
                    "15",
                    "21",
                    null,
                    null,
                    List.of(
                        new ProcessService.StepForm("meeting", "Site survey", "10"),
                        new ProcessService.StepForm("task", "Ask for the access plan", "3"),
                        new ProcessService.StepForm("task", "Check the ground report", "12")),
                    false,
                    List.of(check("Ground and access surveyed", "ticked", true))),
                new ProcessService.StageForm(
                    null,
                    "Foundation agreed",
                    "35",
                    "30",
                    "North",
                    null,
                    List.of(
                        new ProcessService.StepForm("task", "Request the foundation drawing", "7")),
                    false,
                    List.of(
                        check("Drawing attached", "file", true),
                        check("Decision maker known", "contact", false))),
                new ProcessService.StageForm(
                    null, "Quoted", "55", "30", null, "quote-sent", List.of(), false, List.of()))),
        stage.manager());
    for (int i = 0; i < 4; i++) {
      int n = i;
      Actor rep = stage.ownerOf(i * 5);
      ClockConfig.on(stage.today().minusDays(30L - i * 6), () -> project(stage, id, n, rep));
    }
  }

  private void project(DemoHistory.Stage stage, ProcessId process, int n, Actor rep) {
    OpportunityId id =
        opportunities.open(
            Opening.of(stage.accounts().get(n * 5), "Weighbridge at gate " + (n + 1), "new")
                .with(Optional.of(process), Optional.empty())
                .from(Optional.empty(), "referral", ""),
            rep);
    activities.planBySystem(
        id,
        "meeting",
        "Site meeting with the contractor",
        stage.today().plusDays(3L + n),
        rep.id());
  }

  private static ProcessService.CheckForm check(String words, String proof, boolean must) {
    return new ProcessService.CheckForm(null, words, proof, must, false);
  }

  private static LocalDate max(LocalDate one, LocalDate other) {
    return one.isAfter(other) ? one : other;
  }
}
