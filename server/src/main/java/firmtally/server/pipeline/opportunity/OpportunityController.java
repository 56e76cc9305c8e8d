package firmtally.server.pipeline.opportunity;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.customers.account.Account;
import firmtally.server.customers.account.AccountService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.pipeline.process.ProcessService;
import firmtally.server.pipeline.process.Stage;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.AgreementId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.ProcessId;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.ids.StageId;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Versioned;
import firmtally.server.platform.web.Versions;
import firmtally.server.sales.credit.CreditService;
import firmtally.server.worksheet.calculation.Calculation;
import firmtally.server.worksheet.calculation.WorksheetContext;
import firmtally.server.worksheet.calculation.WorksheetForm;
import firmtally.server.worksheet.calculation.WorksheetView;
import firmtally.server.worksheet.keeping.WorksheetService;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** An opportunity's page, and what is typed on it. */
@RestController
@RequestMapping("/api/opportunities")
class OpportunityController {
  private final OpportunityService opportunities;
  private final MoveService moves;
  private final TeamService team;
  private final WorksheetService worksheets;
  private final Idempotency once;
  private final Beside beside;

  OpportunityController(
      OpportunityService opportunities,
      MoveService moves,
      TeamService team,
      WorksheetService worksheets,
      Idempotency once,
      AccountService accounts,
      ActivityService activities,
      CreditService credit,
      FileService files,
      SettingsService settings,
      BriefPrinter briefs) {
    this.opportunities = opportunities;
    this.moves = moves;
    this.team = team;
    this.worksheets = worksheets;
    this.once = once;
    this.beside = new Beside(accounts, activities, credit, files, settings, briefs);
  }

  /** What is shown on the page beside the opportunity itself. */
  private record Beside(
      AccountService accounts,
      ActivityService activities,
      CreditService credit,
      FileService files,
      SettingsService settings,
      BriefPrinter briefs) {}

  /** What is typed about it; the reason is that of the loss or the pause. */
  record About(
      @MaybeNull String ownProbability,
      String note,
      String priority,
      String interest,
      String business,
      @MaybeNull String budget,
      String source,
      String campaign,
      @MaybeNull ContactId contactId,
      @MaybeNull String reason,
      @MaybeNull String competitor,
      @MaybeNull LocalDate pausedUntil,
      @MaybeNull OpportunityId copiedFrom,
      @MaybeNull EnquiryId enquiryId) {}

  /** For whom it is. */
  record Customer(
      AccountId accountId,
      String account,
      String town,
      @MaybeNull String priceGroup,
      int termsDays,
      List<AccountService.Contact> contacts) {
    static Customer of(Account account, List<AccountService.Contact> contacts) {
      return new Customer(
          account.id(),
          account.name(),
          account.town(),
          account.priceGroup(),
          account.termsDays(),
          contacts);
    }
  }

  /** Where it stands on its process, and how it came there. */
  record Progress(
      String process,
      StageId stageId,
      List<Stage> stages,
      List<MoveService.Move> moves,
      List<MoveService.CheckView> checks,
      String state,
      String probability,
      int slips) {}

  /** Its days. */
  record Days(
      LocalDate stageSince,
      LocalDate openedOn,
      LocalDate expectedClose,
      @MaybeNull LocalDate closedOn,
      LocalDate touchedOn) {}

  /** What whoever looks at it may do. */
  record Rights(boolean mayChange, boolean mayReopen) {}

  /**
   * An opportunity's page; its parts lie beside each other in the answer.
   *
   * @param value what it is worth: by its lead quote, else by its own lines
   */
  record OpportunityView(
      OpportunityId id,
      String number,
      String title,
      String owner,
      PersonId ownerId,
      @JsonUnwrapped Customer customer,
      @JsonUnwrapped Progress progress,
      @JsonUnwrapped Days days,
      @MaybeNull AgreementId renewsId,
      @MaybeNull DocumentId leadQuoteId,
      String value,
      About about,
      TeamService.SalesTeam team,
      @JsonUnwrapped Rights rights,
      long version,
      WorksheetView worksheet,
      List<ActivityService.Activity> activities,
      List<FileService.FileView> files)
      implements Versioned {}

  /** A new one; without a process it starts on the first of new business. */
  record NewOpportunity(
      AccountId accountId,
      String title,
      @MaybeNull ProcessId processId,
      @MaybeNull ContactId contactId) {
    NewOpportunity {
      accountId = Input.given(accountId, AccountId::new);
    }
  }

  record Created(OpportunityId id) {}

  @GetMapping("/{id}")
  OpportunityView get(@PathVariable OpportunityId id, @SignedIn Actor actor) {
    Opportunity o = opportunities.readable(id, actor);
    WorksheetContext context = opportunities.context(o);
    Account account = context.account();
    Calculation worked = worksheets.get(o.worksheetId(), context);
    boolean isMine = opportunities.isEditable(o, actor);
    List<ActivityService.Activity> activities =
        beside.activities().of(ActivityService.On.opportunity(id));
    return new OpportunityView(
        o.id(),
        o.number(),
        o.title(),
        o.ownerName(),
        o.ownerId(),
        Customer.of(account, beside.accounts().contacts(account.id(), actor)),
        progress(o),
        new Days(
            o.stageSince(),
            o.openedOn(),
            o.expectedClose(),
            o.closedOn(),
            touchedOn(o, activities)),
        o.renewsId(),
        o.leadQuoteId(),
        beside.settings().amounts().apply(o.value()),
        about(o),
        team.of(id),
        new Rights(
            o.isOpen() && isMine,
            isMine && !o.isOpen() && o.state().mayBecome(OpportunityState.OPEN)),
        o.version(),
        view(o, worked, actor),
        activities,
        beside.files().of("opportunity", RecordId.of(id)));
  }

  /** All of it that helps in a meeting, on one page; no cost and no margin. */
  @GetMapping(path = "/{id}/brief.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> brief(@PathVariable OpportunityId id, @SignedIn Actor actor) {
    OpportunityView page = get(id, actor);
    return Download.of(
        beside.briefs().print(page), page.number() + ".pdf", MediaType.APPLICATION_PDF_VALUE);
  }

  private Progress progress(Opportunity o) {
    ProcessService.SalesProcess process = opportunities.process(o);
    return new Progress(
        process.name(),
        o.stageId(),
        process.stages().stream()
            .filter(s -> !s.deactivated() || s.id().equals(o.stageId()))
            .toList(),
        moves.moves(o.id()),
        moves.checks(o),
        o.state().word(),
        o.probability().toString(),
        o.slips());
  }

  /** The later of its last change and the last activity that was done. */
  private static LocalDate touchedOn(Opportunity o, List<ActivityService.Activity> activities) {
    return activities.stream()
        .filter(a -> a.doneAt() != null)
        .map(a -> LocalDate.ofInstant(a.doneAt(), ZoneOffset.UTC))
        .reduce(o.touchedOn(), (one, other) -> one.isAfter(other) ? one : other);
  }

  private About about(Opportunity o) {
    return new About(
        o.ownProbability() == null ? null : o.probability().toString(),
        o.note(),
        o.priority(),
        o.interest(),
        o.business(),
        o.budget() == null ? null : beside.settings().amounts().apply(o.budget()),
        o.source(),
        o.campaign(),
        o.contactId(),
        o.reason(),
        o.competitor(),
        o.pausedUntil(),
        o.copiedFrom(),
        o.enquiryId());
  }

  private WorksheetView view(Opportunity o, Calculation calculation, Actor actor) {
    return WorksheetView.of(
        calculation,
        beside.credit().standing(o.accountId(), Optional.of(calculation.asked()), actor),
        actor);
  }

  @PostMapping
  Created open(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody NewOpportunity typed,
      @SignedIn Actor actor) {
    actor.checkSells();
    Opening opening =
        Opening.of(typed.accountId(), typed.title(), "new")
            .with(Optional.ofNullable(typed.processId()), Optional.ofNullable(typed.contactId()));
    return new Created(
        once.once(
            key,
            actor.id(),
            "open-opportunity",
            "",
            OpportunityId::new,
            () -> opportunities.open(opening, actor)));
  }

  /** Opens another with the same account, contact and lines. */
  @PostMapping("/{id}/copy")
  Created copy(
      @PathVariable OpportunityId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody(required = false) OpportunityService.Take take,
      @SignedIn Actor actor) {
    return new Created(
        once.once(
            key,
            actor.id(),
            "copy-opportunity",
            "opportunity " + id,
            OpportunityId::new,
            () ->
                opportunities.copy(id, take == null ? OpportunityService.Take.ALL : take, actor)));
  }

  record NewOwner(PersonId owner) {
    NewOwner {
      owner = Input.given(owner, PersonId::new);
    }
  }

  /** Reassigns it to a colleague. */
  @PutMapping("/{id}/owner")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void reassign(
      @PathVariable OpportunityId id,
      @RequestHeader("If-Match") String version,
      @RequestBody NewOwner typed,
      @SignedIn Actor actor) {
    opportunities.reassign(id, Versions.of(version), typed.owner(), actor);
  }

  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable OpportunityId id,
      @RequestHeader("If-Match") String version,
      @RequestBody OpportunityService.OpportunityForm typed,
      @SignedIn Actor actor) {
    opportunities.change(id, Versions.of(version), typed, actor);
  }

  /** Writes tags, competitors, people with roles and shares anew. */
  @PutMapping("/{id}/team")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void changeCircle(
      @PathVariable OpportunityId id,
      @RequestHeader("If-Match") String version,
      @RequestBody TeamService.TeamForm typed,
      @SignedIn Actor actor) {
    team.change(id, Versions.of(version), typed, actor);
  }

  @PutMapping("/{id}/worksheet")
  WorksheetView saveLines(
      @PathVariable OpportunityId id,
      @RequestHeader("If-Match") String version,
      @RequestBody WorksheetForm form,
      @SignedIn Actor actor) {
    Calculation worked = moves.saveLines(id, Versions.of(version), form, actor);
    return view(opportunities.readable(id, actor), worked, actor);
  }

  @PostMapping("/{id}/activities")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void plan(
      @PathVariable OpportunityId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody ActivityService.ActivityForm typed,
      @SignedIn Actor actor) {
    opportunities.editable(id, actor);
    once.once(
        key,
        actor.id(),
        "plan-activity",
        "opportunity " + id,
        () -> beside.activities().plan(ActivityService.On.opportunity(id), typed, actor));
  }

  /** Activities that are planned together, such as all that a stage suggests. */
  record SeveralActivities(List<ActivityService.ActivityForm> activities) {
    SeveralActivities {
      activities = Input.given(activities);
    }
  }

  /** Plans several in one act: all of them, or none. */
  @PostMapping("/{id}/activities/several")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void planSeveral(
      @PathVariable OpportunityId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody SeveralActivities typed,
      @SignedIn Actor actor) {
    opportunities.editable(id, actor);
    once.once(
        key,
        actor.id(),
        "plan-activities",
        "opportunity " + id,
        () ->
            beside
                .activities()
                .planAll(ActivityService.On.opportunity(id), typed.activities(), actor));
  }
}
