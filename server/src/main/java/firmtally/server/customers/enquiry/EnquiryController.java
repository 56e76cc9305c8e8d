package firmtally.server.customers.enquiry;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.SettingsService;
import firmtally.server.company.ownfield.OwnFieldService;
import firmtally.server.pipeline.activity.ActivityService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.EnquiryId;
import firmtally.server.platform.ids.OpportunityId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.web.Cursor;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import firmtally.server.platform.web.Versions;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.LongFunction;
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
@RequestMapping("/api/enquiries")
class EnquiryController {
  private static final int PAGE = 100;
  private final EnquiryService enquiries;
  private final ConversionService conversions;
  private final Likeness likeness;
  private final ActivityService activities;
  private final SettingsService settings;
  private final OwnFieldService fields;
  private final Idempotency once;

  EnquiryController(
      EnquiryService enquiries,
      ConversionService conversions,
      Likeness likeness,
      ActivityService activities,
      SettingsService settings,
      OwnFieldService fields,
      Idempotency once) {
    this.enquiries = enquiries;
    this.conversions = conversions;
    this.likeness = likeness;
    this.activities = activities;
    this.settings = settings;
    this.fields = fields;
    this.once = once;
  }

  record EnquiryAdded(EnquiryId id) {}

  record Converted(OpportunityId opportunityId) {}

  /** An enquiry; its parts lie beside each other in the answer. */
  record EnquiryRow(
      EnquiryId id,
      String number,
      Instant addedAt,
      @JsonUnwrapped Sender sender,
      @JsonUnwrapped Subject subject,
      @JsonUnwrapped Standing standing,
      @JsonUnwrapped LedTo ledTo,
      boolean mayChange,
      long version,
      Map<String, String> own) {}

  /** Who asks, and how they are reached. */
  record Sender(
      String name, String person, String email, String phone, String postal, String town) {}

  /**
   * What about, and where it came from.
   *
   * @param expected what such enquiries have brought on average, for one whose value is not known
   */
  record Subject(
      String subject,
      @MaybeNull String family,
      @MaybeNull String value,
      String expected,
      String source,
      String campaign) {}

  /** How it stands, and whose it is. */
  record Standing(
      String state,
      @MaybeNull LocalDate onHoldUntil,
      @MaybeNull String reason,
      PersonId ownerId,
      String owner) {}

  /** What it was taken on as. */
  record LedTo(
      @MaybeNull AccountId accountId,
      @MaybeNull OpportunityId opportunityId,
      @MaybeNull String opportunityNumber) {}

  /** An enquiry's page: itself, what was said, and who may be the same. */
  record EnquiryView(
      EnquiryRow enquiry, List<ActivityService.Activity> activities, List<Likeness.Like> alike) {}

  /** What was done: call, email, meeting or note, and what was said. */
  record ConversationNote(String kind, String words) {}

  record Until(String until, @MaybeNull String reason) {}

  record Why(String reason) {}

  /** A person's id, or {@code rules}. */
  record GiveTo(String owner) {}

  @GetMapping
  Paged<EnquiryRow> page(
      @RequestParam(defaultValue = "") String state,
      @RequestParam(defaultValue = "0") PersonId owner,
      @RequestParam(defaultValue = "") String source,
      @RequestParam(defaultValue = "") String campaign,
      @RequestParam(defaultValue = "") String q,
      @RequestParam(defaultValue = "") String own,
      @RequestParam(defaultValue = "newest") String sort,
      @RequestParam(defaultValue = "") String after,
      @SignedIn Actor actor) {
    boolean byWorth = "value".equals(sort);
    LongFunction<String> amounts = settings.amounts();
    List<Enquiry> found =
        enquiries.page(
            new EnquiryService.Filter(state, owner, source, campaign, q.strip(), own, byWorth),
            Cursor.of(after),
            PAGE + 1,
            actor);
    Map<Long, Map<String, String>> has =
        fields.listed("enquiry", found.stream().map(Enquiry::id).toList());
    return Paged.of(
            found, PAGE, last -> new Cursor(byWorth ? last.worth() : last.id().value(), last.id()))
        .map(e -> row(e, actor, amounts, has.getOrDefault(e.id().value(), Map.of())));
  }

  private static EnquiryRow row(
      Enquiry e, Actor actor, LongFunction<String> amounts, Map<String, String> own) {
    return new EnquiryRow(
        e.id(),
        e.number(),
        e.addedAt(),
        new Sender(e.name(), e.person(), e.email(), e.phone(), e.postal(), e.town()),
        new Subject(
            e.subject(),
            e.family(),
            e.value() == null ? null : amounts.apply(e.value()),
            amounts.apply(e.expected()),
            e.source(),
            e.campaign()),
        new Standing(e.state().word(), e.onHoldUntil(), e.reason(), e.ownerId(), e.ownerName()),
        new LedTo(e.accountId(), e.opportunityId(), e.opportunityNumber()),
        actor.mayChange(e.owner()),
        e.version(),
        own);
  }

  /** Who may be the same as what is being typed. */
  @GetMapping("/alike")
  List<Likeness.Like> alike(
      @RequestParam(defaultValue = "") String name,
      @RequestParam(defaultValue = "") String email,
      @RequestParam(defaultValue = "") String phone,
      @RequestParam(defaultValue = "") String postal,
      @RequestParam(defaultValue = "") String town,
      @SignedIn Actor actor) {
    return likeness.find(new Likeness.Asked(name, email, phone, postal, town), Optional.empty());
  }

  @GetMapping("/{id}")
  EnquiryView get(@PathVariable EnquiryId id, @SignedIn Actor actor) {
    Enquiry e = enquiries.readable(id, actor);
    return new EnquiryView(
        row(e, actor, settings.amounts(), Map.of()),
        activities.of(ActivityService.On.enquiry(id)),
        likeness.find(
            new Likeness.Asked(e.name(), e.email(), e.phone(), e.postal(), e.town()),
            Optional.of(id)));
  }

  @PostMapping
  EnquiryAdded add(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody EnquiryForm typed,
      @SignedIn Actor actor) {
    return new EnquiryAdded(
        once.once(
            key,
            actor.id(),
            "add-enquiry",
            "",
            EnquiryId::new,
            () -> enquiries.take(typed, actor)));
  }

  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @PathVariable EnquiryId id,
      @RequestHeader("If-Match") String version,
      @RequestBody EnquiryForm typed,
      @SignedIn Actor actor) {
    enquiries.change(id, Versions.of(version), typed, actor);
  }

  @PostMapping("/{id}/talks")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void talked(
      @PathVariable EnquiryId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody ConversationNote typed,
      @SignedIn Actor actor) {
    once.once(
        key,
        actor.id(),
        "note-conversation",
        "enquiry " + id,
        () -> enquiries.talked(id, typed.kind(), typed.words(), actor));
  }

  @PostMapping("/{id}/activities")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void planStep(
      @PathVariable EnquiryId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody ActivityService.ActivityForm typed,
      @SignedIn Actor actor) {
    once.once(
        key, actor.id(), "plan-activity", "enquiry " + id, () -> enquiries.plan(id, typed, actor));
  }

  @PostMapping("/{id}/on-hold")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void park(
      @PathVariable EnquiryId id,
      @RequestHeader("If-Match") String version,
      @RequestBody Until typed,
      @SignedIn Actor actor) {
    enquiries.park(id, Versions.of(version), typed.until(), typed.reason(), actor);
  }

  @PostMapping("/{id}/not-pursued")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void drop(
      @PathVariable EnquiryId id,
      @RequestHeader("If-Match") String version,
      @RequestBody Why typed,
      @SignedIn Actor actor) {
    enquiries.drop(id, Versions.of(version), typed.reason(), actor);
  }

  /** Takes up again what was parked or dropped. */
  @PostMapping("/{id}/reopened")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void reopen(
      @PathVariable EnquiryId id,
      @RequestHeader("If-Match") String version,
      @SignedIn Actor actor) {
    enquiries.reopen(id, Versions.of(version), actor);
  }

  @PutMapping("/{id}/owner")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void giveTo(
      @PathVariable EnquiryId id,
      @RequestHeader("If-Match") String version,
      @RequestBody GiveTo typed,
      @SignedIn Actor actor) {
    enquiries.giveTo(id, Versions.of(version), typed.owner(), actor);
  }

  @PostMapping("/{id}/opportunity")
  Converted convert(
      @PathVariable EnquiryId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody ConversionService.ConvertForm typed,
      @SignedIn Actor actor) {
    return new Converted(
        once.once(
            key,
            actor.id(),
            "convert-enquiry",
            "enquiry " + id,
            OpportunityId::new,
            () -> conversions.convert(id, typed, actor)));
  }
}
