package firmtally.server.reporting.schedule;

import firmtally.server.access.Actor;
import firmtally.server.access.UserService;
import firmtally.server.company.particulars.ParticularsService;
import firmtally.server.company.view.ViewService;
import firmtally.server.integration.mail.EmailQueue;
import firmtally.server.platform.files.FileService;
import firmtally.server.platform.ids.RecordId;
import firmtally.server.platform.ids.ScheduleId;
import firmtally.server.platform.ids.ViewId;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.web.BadInput;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.NotAllowed;
import firmtally.server.platform.web.NotThere;
import firmtally.server.reporting.table.TableReport;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Sends tables when they are due, each with what whoever gets it may see on that day. */
@Service
class ScheduleService implements DueWork {
  private final ScheduleStore store;
  private final ViewService views;
  private final UserService people;
  private final TableReport reports;
  private final FileService files;
  private final EmailQueue emails;
  private final ParticularsService company;
  private final TransactionTemplate transaction;
  private final Clock clock;

  ScheduleService(
      ScheduleStore store,
      ViewService views,
      UserService people,
      TableReport reports,
      FileService files,
      EmailQueue emails,
      ParticularsService company,
      TransactionTemplate transaction,
      Clock clock) {
    this.store = store;
    this.views = views;
    this.people = people;
    this.reports = reports;
    this.files = files;
    this.emails = emails;
    this.company = company;
    this.transaction = transaction;
    this.clock = clock;
  }

  List<ScheduleStore.Row> of(Actor actor) {
    return store.of(actor.id());
  }

  /**
   * Has a table sent to oneself, from the next morning that fits on: tomorrow, next Monday, the
   * first of next month.
   */
  @Transactional
  public ScheduleId set(ViewId view, String typedEvery, Actor actor) {
    ViewService.SavedView seen =
        views.seen(view, actor).orElseThrow(() -> new NotThere("view", view));
    Input input = new Input();
    String every =
        input
            .oneOf("every", input.text("every", typedEvery, 10), Set.of("day", "week", "month"))
            .orElse("week");
    input.check();
    // What cannot be shown today is refused today, and not found missing on Monday.
    reports.check(seen.query(), actor);
    return store.set(view, actor.id(), every, next(every, LocalDate.now(clock)), clock.instant());
  }

  static LocalDate next(String every, LocalDate after) {
    return switch (every) {
      case "day" -> after.plusDays(1);
      case "week" -> after.plusDays(8L - after.getDayOfWeek().getValue());
      default -> after.withDayOfMonth(1).plusMonths(1);
    };
  }

  @Transactional
  public void drop(ScheduleId id, Actor actor) {
    if (store.delete(id, actor.id()) == 0) {
      throw new NotThere("schedule", id);
    }
  }

  @Override
  public String job() {
    return "scheduled tables";
  }

  @Override
  public void run(LocalDate today) {
    store.due(today).forEach(due -> send(due, today));
  }

  private void send(ScheduleStore.Row due, LocalDate today) {
    LocalDate next = next(due.every(), today);
    boolean isWanted =
        people.isActive(due.personId())
            && views.seen(due.viewId(), people.get(due.personId())).isPresent();
    if (!isWanted) {
      transaction.executeWithoutResult(status -> store.proceed(due.id(), due.nextOn(), next));
      return;
    }
    Actor actor = people.get(due.personId());
    Made made = made(due, actor);
    transaction.executeWithoutResult(
        status -> {
          if (store.proceed(due.id(), due.nextOn(), next) == 1) {
            emails.queue(email(due, made, actor, today));
          }
        });
  }

  /** The files, or why there are none. */
  private record Made(Optional<TableReport.Files> files, String refusal) {}

  /** A field that it is made of may be gone, or a role may see less than when it was set. */
  private Made made(ScheduleStore.Row due, Actor actor) {
    try {
      return new Made(Optional.of(reports.files(due.name(), due.query(), actor)), "");
    } catch (BadInput | NotAllowed e) {
      return new Made(Optional.empty(), e.getMessage());
    }
  }

  private EmailQueue.Email email(ScheduleStore.Row due, Made made, Actor actor, LocalDate today) {
    String address = company.get().email().isEmpty() ? actor.email() : company.get().email();
    String name = due.name().replaceAll("[^\\p{L}\\p{N} -]", " ").strip() + " " + today;
    String how =
        made.files().isPresent()
            ? " is enclosed, with what you may see."
            : " could not be made: " + made.refusal();
    return new EmailQueue.Email(
        "schedule",
        RecordId.of(due.id()),
        new EmailQueue.From(address, company.get().name()),
        List.of(actor.email()),
        List.of(),
        due.name() + ", " + today,
        due.name()
            + " as of "
            + today
            + how
            + " It is sent every "
            + due.every()
            + "; end it under Reports, Table, Saved.",
        made.files()
            .map(
                f ->
                    List.of(
                        new EmailQueue.Attached(
                            name + ".xlsx", Download.XLSX, files.keep(f.xlsx())),
                        new EmailQueue.Attached(
                            name + ".pdf", "application/pdf", files.keep(f.pdf()))))
            .orElse(List.of()));
  }
}
