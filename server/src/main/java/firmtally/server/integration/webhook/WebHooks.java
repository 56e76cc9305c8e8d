package firmtally.server.integration.webhook;

import firmtally.server.access.Actor;
import firmtally.server.access.Token;
import firmtally.server.access.UserService;
import firmtally.server.platform.audit.ChangeLog;
import firmtally.server.platform.ids.HookDeliveryId;
import firmtally.server.platform.ids.PersonId;
import firmtally.server.platform.ids.WebHookId;
import firmtally.server.platform.records.RecordKind;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.NotPossible;
import firmtally.server.platform.web.NotThere;
import java.net.URI;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Addresses of others that are told of changes: of the kinds of records that are chosen, and of
 * those among them that a user sees. What is told is that something changed and where to ask for
 * it, and nothing of what is in it.
 */
@Service
public class WebHooks {
  /** What is told of when somebody tries a hook. */
  static final String TRIAL = "trial";

  private static final String RECORD = "web-hook";
  private static final int LONGEST = 60;
  private static final int LONGEST_URL = 400;
  private final WebHookStore store;
  private final Records records;
  private final UserService users;
  private final ChangeLog log;
  private final Clock clock;

  WebHooks(WebHookStore store, Records records, UserService users, ChangeLog log, Clock clock) {
    this.store = store;
    this.records = records;
    this.users = users;
    this.log = log;
    this.clock = clock;
  }

  /**
   * A hook as it is typed.
   *
   * @param url to which is told
   * @param personId whose sight it has
   * @param kinds of records, such as {@code quote}
   */
  record WebHookForm(
      String name, String url, PersonId personId, List<String> kinds, boolean active) {}

  /**
   * A hook as it is listed; its secret is not told again.
   *
   * @param waiting how much is still to be told
   * @param failed how much was given up
   */
  record WebHookView(
      WebHookId id,
      String name,
      String url,
      PersonId personId,
      String person,
      List<String> kinds,
      boolean active,
      Instant madeAt,
      @MaybeNull Instant endedAt,
      int waiting,
      int failed,
      long version) {}

  /** One that was made, with the secret that signs, which nobody sees again. */
  record MadeHook(WebHookId id, String secret) {}

  /**
   * What was told, or is to be.
   *
   * @param status of the last answer; null where there was none
   * @param answer its first words, or why there was none
   */
  record HookDelivery(
      HookDeliveryId id,
      String event,
      String number,
      String body,
      Instant at,
      String state,
      int tries,
      @MaybeNull Instant nextAt,
      @MaybeNull Integer status,
      @MaybeNull String answer,
      @MaybeNull Instant deliveredAt) {}

  List<WebHookView> list(Actor actor) {
    actor.checkAdministrates();
    return store.list().stream().map(WebHooks::view).toList();
  }

  private static WebHookView view(WebHookStore.Row row) {
    return new WebHookView(
        row.id(),
        row.name(),
        row.url(),
        row.personId(),
        row.person(),
        row.kindList(),
        row.active(),
        row.madeAt(),
        row.endedAt(),
        row.waiting(),
        row.failed(),
        row.version());
  }

  /** The kinds of records that can be told of. */
  List<String> kinds(Actor actor) {
    actor.checkAdministrates();
    return records.kinds().stream()
        .filter(kind -> !kind.isSecret() && !kind.word().equals(RECORD))
        .map(RecordKind::word)
        .sorted()
        .toList();
  }

  /** What was read of a form. */
  private record Read(String name, String url, String kinds) {}

  private Read read(WebHookForm typed, Actor actor) {
    Input input = new Input();
    String name = input.text("name", typed.name(), LONGEST);
    String url = input.text("url", typed.url(), LONGEST_URL);
    if (!url.isEmpty() && !isAddress(url)) {
      input.refuse("url", "Enter an address that begins with https:// or http://.");
    }
    if (typed.personId() == null || !users.isActive(typed.personId())) {
      input.refuse("personId", "Choose an active user.");
    }
    List<String> kinds = Input.given(typed.kinds()).stream().distinct().sorted().toList();
    Set<String> known = Set.copyOf(kinds(actor));
    if (kinds.isEmpty() || !known.containsAll(kinds)) {
      input.refuse("kinds", "Choose at least one kind of record.");
    }
    input.check();
    return new Read(name, url, String.join(",", kinds));
  }

  private static boolean isAddress(String url) {
    try {
      URI uri = URI.create(url);
      return uri.getHost() != null
          && uri.getUserInfo() == null
          && uri.getFragment() == null
          && ("https".equalsIgnoreCase(uri.getScheme())
              || "http".equalsIgnoreCase(uri.getScheme()));
    } catch (IllegalArgumentException e) {
      return false;
    }
  }

  /** Makes one; it is told of what happens from now on. */
  @Transactional
  public MadeHook make(WebHookForm typed, Actor actor) {
    actor.checkAdministrates();
    Read read = read(typed, actor);
    String secret = "hook_" + Token.random().text();
    WebHookId id =
        store.insert(
            read.name(), read.url(), secret, typed.personId(), read.kinds(), clock.instant());
    log.note(actor.id(), RECORD, id, "web hook", null, read.name() + " to " + read.url());
    return new MadeHook(id, secret);
  }

  /** Changes one, or puts it to rest and to work again. */
  @Transactional
  public void change(WebHookId id, long version, WebHookForm typed, Actor actor) {
    WebHookStore.Row before = working(id, actor);
    Read read = read(typed, actor);
    log.expectOne(
        store.update(
            id, version, read.name(), read.url(), typed.personId(), read.kinds(), typed.active()),
        RECORD,
        id,
        before.version());
    log.note(
        actor.id(),
        RECORD,
        id,
        "web hook " + read.name(),
        before.url() + ", " + before.kinds() + (before.active() ? "" : ", inactive"),
        read.url() + ", " + read.kinds() + (typed.active() ? "" : ", inactive"));
  }

  private WebHookStore.Row working(WebHookId id, Actor actor) {
    actor.checkAdministrates();
    return store
        .find(id)
        .filter(row -> row.endedAt() == null)
        .orElseThrow(() -> new NotThere("web hook", id));
  }

  /** Ends one; what was not told yet is not told any more. */
  @Transactional
  public void end(WebHookId id, Actor actor) {
    WebHookStore.Row row = working(id, actor);
    store.end(id, clock.instant());
    log.note(actor.id(), RECORD, id, "web hook " + row.name(), "open", "ended");
  }

  List<HookDelivery> deliveries(WebHookId id, Actor actor, long before, int most) {
    actor.checkAdministrates();
    return store.deliveries(id, before, most).stream()
        .map(
            d ->
                new HookDelivery(
                    d.id(),
                    d.event(),
                    d.number(),
                    d.body(),
                    d.at(),
                    d.state(),
                    d.tries(),
                    d.state().equals("waiting") ? d.nextAt() : null,
                    d.status(),
                    d.answer(),
                    d.deliveredAt()))
        .toList();
  }

  /** Tells something again. */
  @Transactional
  public void sendAgain(WebHookId id, HookDeliveryId delivery, Actor actor) {
    WebHookStore.Row row = working(id, actor);
    if (!row.active()) {
      throw new NotPossible("This web hook rests. Put it to work first.");
    }
    if (store.sendAgain(id, delivery, clock.instant()) == 0) {
      throw new NotThere("delivery", delivery);
    }
    log.note(actor.id(), RECORD, id, "sent again", null, delivery.toString());
  }

  /** Sends something to try it. */
  @Transactional
  public void tryOut(WebHookId id, Actor actor) {
    WebHookStore.Row row = working(id, actor);
    if (!row.active()) {
      throw new NotPossible("This web hook rests. Put it to work first.");
    }
    store.insertDelivery(
        id,
        TRIAL,
        RECORD,
        "",
        HookBody.of(
            TRIAL, clock.instant(), RECORD, id.toString(), Optional.empty(), List.of("tried out")),
        clock.instant());
    log.note(actor.id(), RECORD, id, "tried out", null, row.name());
  }
}
