package firmtally.server.opportunity;

import firmtally.core.credit.CreditCheck;
import firmtally.server.account.Account;
import firmtally.server.account.AccountService;
import firmtally.server.activity.ActivityService;
import firmtally.server.credit.CreditService;
import firmtally.server.people.Actor;
import firmtally.server.people.SignedIn;
import firmtally.server.platform.ChangeLog;
import firmtally.server.platform.Cursor;
import firmtally.server.platform.MaybeNull;
import firmtally.server.platform.Versions;
import firmtally.server.worksheet.WorksheetForm;
import firmtally.server.worksheet.WorksheetService;
import firmtally.server.worksheet.WorksheetView;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/opportunities")
class OpportunityController {
  private static final int PAGE = 100;
  private final OpportunityService opportunities;
  private final WorksheetService worksheets;
  private final AccountService accounts;
  private final ActivityService activities;
  private final CreditService credit;
  private final ChangeLog log;

  OpportunityController(
      OpportunityService opportunities,
      WorksheetService worksheets,
      AccountService accounts,
      ActivityService activities,
      CreditService credit,
      ChangeLog log) {
    this.opportunities = opportunities;
    this.worksheets = worksheets;
    this.accounts = accounts;
    this.activities = activities;
    this.credit = credit;
    this.log = log;
  }

  record OpportunityPage(List<OpportunityService.OpportunityRow> rows, @MaybeNull String next) {}

  record OpportunityView(
      long id,
      String number,
      String title,
      long accountId,
      String account,
      String town,
      @MaybeNull String priceGroup,
      int termsDays,
      String owner,
      long stageId,
      List<OpportunityService.Stage> stages,
      List<OpportunityService.Move> moves,
      String state,
      String stageSince,
      String openedOn,
      String expectedClose,
      int slips,
      @MaybeNull String ownOdds,
      String odds,
      @MaybeNull String closedOn,
      @MaybeNull String reason,
      String note,
      boolean mayChange,
      long version,
      WorksheetView worksheet,
      List<ActivityService.Activity> activities) {}

  record NewOpportunity(long accountId, String title) {}

  record Created(long id) {}

  record Reason(String reason) {}

  @GetMapping
  OpportunityPage page(
      @RequestParam(defaultValue = "open") String state,
      @RequestParam(defaultValue = "0") long owner,
      @RequestParam(defaultValue = "") String path,
      @RequestParam(defaultValue = "") String q,
      @RequestParam(defaultValue = "") String after) {
    Cursor from = Cursor.of(after);
    List<OpportunityService.OpportunityRow> rows =
        opportunities.page(
            new OpportunityService.Filter(state, owner, path, q.strip()),
            from.key(),
            from.id(),
            PAGE);
    boolean isFull = rows.size() == PAGE;
    OpportunityService.OpportunityRow last = isFull ? rows.get(PAGE - 1) : null;
    return new OpportunityPage(
        rows, isFull ? new Cursor(last.expectedClose(), last.id()).toString() : null);
  }

  @GetMapping("/{id}")
  OpportunityView get(@PathVariable long id, @SignedIn Actor actor) {
    Opportunity o = opportunities.get(id);
    Account account = accounts.get(o.accountId());
    WorksheetService.Worked worked =
        worksheets.get(o.worksheetId(), opportunities.context(o, actor));
    return new OpportunityView(
        o.id(),
        o.number(),
        o.title(),
        account.id(),
        account.name(),
        account.town(),
        account.priceGroup(),
        account.termsDays(),
        o.ownerName(),
        o.stageId(),
        opportunities.stages(o.pathId()),
        opportunities.moves(id),
        o.state(),
        o.stageSince(),
        o.openedOn(),
        o.expectedClose(),
        o.slips(),
        o.ownOdds() == null ? null : o.odds().toString(),
        o.odds().toString(),
        o.closedOn(),
        o.reason(),
        o.note(),
        o.isOpen() && actor.mayChange(o.ownerId()),
        o.version(),
        view(o, worked),
        activities.of(id));
  }

  private WorksheetView view(Opportunity o, WorksheetService.Worked worked) {
    CreditCheck check = credit.check(o.accountId(), Optional.of(worked.asked()));
    return WorksheetView.of(worked, check, credit.ordered(o.accountId()));
  }

  @PostMapping
  Created open(@RequestBody NewOpportunity typed, @SignedIn Actor actor) {
    actor.checkSells();
    return new Created(
        opportunities.open(
            new OpportunityService.Opening(
                typed.accountId(),
                typed.title(),
                "new",
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                WorksheetForm.EMPTY),
            actor));
  }

  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable long id,
      @RequestHeader("If-Match") String version,
      @RequestBody OpportunityService.OpportunityForm typed,
      @SignedIn Actor actor) {
    opportunities.change(id, Versions.of(version), typed, actor);
  }

  /** Works out what is typed, without keeping it: margin, sign-off, room, landing and credit. */
  @PostMapping("/{id}/tally")
  WorksheetView tally(
      @PathVariable long id, @RequestBody WorksheetForm form, @SignedIn Actor actor) {
    Opportunity o = opportunities.get(id);
    return view(o, worksheets.tally(opportunities.context(o, actor), form));
  }

  @PutMapping("/{id}/worksheet")
  WorksheetView saveLines(
      @PathVariable long id,
      @RequestHeader("If-Match") String version,
      @RequestBody WorksheetForm form,
      @SignedIn Actor actor) {
    WorksheetService.Worked worked = opportunities.saveLines(id, Versions.of(version), form, actor);
    return view(opportunities.get(id), worked);
  }

  @PostMapping("/{id}/stage/{stage}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void move(
      @PathVariable long id,
      @PathVariable long stage,
      @RequestHeader("If-Match") String version,
      @SignedIn Actor actor) {
    opportunities.move(id, Versions.of(version), stage, actor);
  }

  @PostMapping("/{id}/lost")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void lose(
      @PathVariable long id,
      @RequestHeader("If-Match") String version,
      @RequestBody Reason typed,
      @SignedIn Actor actor) {
    opportunities.lose(id, Versions.of(version), typed.reason(), actor);
  }

  @PostMapping("/{id}/activities")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void plan(
      @PathVariable long id,
      @RequestBody ActivityService.ActivityForm typed,
      @SignedIn Actor actor) {
    opportunities.changeable(id, actor);
    activities.plan(id, typed, actor);
  }

  @GetMapping("/{id}/changes")
  List<ChangeLog.Entry> changes(@PathVariable long id) {
    return log.list("opportunity", id);
  }
}
