package firmtally.server.integration.webhook;

import firmtally.server.access.Actor;
import firmtally.server.access.UserService;
import firmtally.server.platform.events.Events;
import firmtally.server.platform.events.Soon;
import firmtally.server.platform.ids.Id;
import firmtally.server.platform.jobs.DueWork;
import firmtally.server.platform.records.Records;
import firmtally.server.platform.web.NotThere;
import java.io.ByteArrayOutputStream;
import java.net.ConnectException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpConnectTimeoutException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Tells web hooks what the change log says, from where each was told last: nothing is lost while
 * the application is stopped, and an act waits for nobody. What is not answered with success is
 * told again, later each time, and given up in the end.
 */
@Component
class HookSender implements DueWork, DisposableBean {
  private static final Logger LOG = LoggerFactory.getLogger(HookSender.class);
  private static final List<Duration> LATER =
      List.of(
          Duration.ofMinutes(1),
          Duration.ofMinutes(5),
          Duration.ofMinutes(30),
          Duration.ofHours(2),
          Duration.ofHours(6),
          Duration.ofHours(24));
  private static final int ENTRIES = 500;
  private static final int AT_ONCE = 100;
  private static final int SECONDS = 10;
  private static final String NO_ANSWER = "No answer within " + SECONDS + " seconds";
  private static final int LONGEST_ANSWER = 300;
  private static final int DELIVERED_DAYS = 30;
  private static final int FAILED_DAYS = 90;
  private final WebHookStore store;
  private final Records records;
  private final UserService users;
  private final TransactionTemplate transaction;
  private final Clock clock;
  private final Soon soon = new Soon("web hooks", this::tell);
  private final HttpClient client =
      HttpClient.newBuilder()
          .version(HttpClient.Version.HTTP_1_1)
          .connectTimeout(Duration.ofSeconds(SECONDS))
          .followRedirects(HttpClient.Redirect.NEVER)
          .build();

  HookSender(
      WebHookStore store,
      Records records,
      UserService users,
      TransactionTemplate transaction,
      Events events,
      Clock clock) {
    this.store = store;
    this.records = records;
    this.users = users;
    this.transaction = transaction;
    this.clock = clock;
    events.afterChanges(soon::wake);
  }

  private void tell() {
    try {
      store.behind().forEach(hook -> alone(hook, () -> gather(hook)));
      store.withDue(clock.instant()).forEach(hook -> alone(hook, () -> sendDue(hook)));
    } catch (RuntimeException e) {
      LOG.error("web hooks were not told; it is tried again", e);
    }
  }

  /** What goes wrong with one does not keep the others. */
  private static void alone(WebHookStore.Row hook, Runnable doing) {
    try {
      doing.run();
    } catch (RuntimeException e) {
      LOG.error("web hook {} was not told; it is tried again", hook.id(), e);
    }
  }

  /**
   * In their order. One that does not answer is not waited for again: its others are left for
   * later.
   */
  private void sendDue(WebHookStore.Row hook) {
    for (WebHookStore.Delivery delivery : store.due(hook.id(), clock.instant(), AT_ONCE)) {
      if (!send(hook, delivery)) {
        return;
      }
    }
  }

  /** Writes down what a hook is to be told: each record that changed once for an act. */
  private void gather(WebHookStore.Row hook) {
    List<WebHookStore.Entry> entries = store.entries(hook.toldTo(), ENTRIES);
    if (entries.isEmpty()) {
      return;
    }
    Map<String, List<WebHookStore.Entry>> ofRecords = new LinkedHashMap<>();
    for (WebHookStore.Entry entry : entries) {
      if (hook.kindList().contains(entry.record())) {
        ofRecords
            .computeIfAbsent(entry.record() + " " + entry.recordId(), key -> new ArrayList<>())
            .add(entry);
      }
    }
    Actor sees = users.get(hook.personId());
    transaction.executeWithoutResult(
        status -> {
          ofRecords.values().forEach(of -> write(hook, of, sees));
          store.setToldTo(hook.id(), entries.get(entries.size() - 1).place());
        });
    if (entries.size() == ENTRIES) {
      soon.wake();
    }
  }

  private void write(WebHookStore.Row hook, List<WebHookStore.Entry> of, Actor sees) {
    WebHookStore.Entry last = of.get(of.size() - 1);
    if (!users.isActive(hook.personId()) || !isReadable(last.record(), last.recordId(), sees)) {
      return;
    }
    Optional<String> number = records.numberOf(last.record(), last.recordId());
    String event = last.record() + ".changed";
    store.insertDelivery(
        hook.id(),
        event,
        last.record(),
        number.orElse(""),
        HookBody.of(
            event,
            last.at(),
            last.record(),
            last.recordId().toString(),
            number,
            of.stream().map(WebHookStore.Entry::what).distinct().toList()),
        clock.instant());
  }

  private boolean isReadable(String kind, Id id, Actor sees) {
    try {
      return records.isReadable(kind, id, sees);
    } catch (NotThere e) {
      return false;
    }
  }

  /** Whether it was taken. */
  private boolean send(WebHookStore.Row hook, WebHookStore.Delivery delivery) {
    byte[] body = delivery.body().getBytes(StandardCharsets.UTF_8);
    Signature signature =
        Signature.of(hook.url(), body, "hook-" + hook.id(), hook.secret(), clock.instant());
    HttpRequest request =
        HttpRequest.newBuilder(URI.create(hook.url()))
            .timeout(Duration.ofSeconds(SECONDS))
            .header("Content-Type", "application/json")
            .header("Content-Digest", signature.digest())
            .header("Signature-Input", signature.input())
            .header("Signature", signature.value())
            .header("Idempotency-Key", "hook-delivery-" + delivery.id())
            .POST(HttpRequest.BodyPublishers.ofByteArray(body))
            .build();
    // Whoever answers without an end is heard for so long and so much only.
    ByteArrayOutputStream heard = new ByteArrayOutputStream();
    CompletableFuture<HttpResponse<Void>> coming =
        client.sendAsync(
            request,
            HttpResponse.BodyHandlers.ofByteArrayConsumer(
                part -> part.ifPresent(bytes -> hear(heard, bytes))));
    try {
      int status = coming.get(SECONDS, TimeUnit.SECONDS).statusCode();
      String words = inShort(heard.toString(StandardCharsets.UTF_8));
      if (status >= 200 && status < 300) {
        transaction.executeWithoutResult(
            s -> store.setDelivered(delivery.id(), status, words, clock.instant()));
        return true;
      }
      failed(delivery, status, words);
    } catch (ExecutionException e) {
      failed(delivery, null, inShort(inWords(e.getCause())));
    } catch (TimeoutException e) {
      coming.cancel(true);
      failed(delivery, null, NO_ANSWER);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
    return false;
  }

  private void failed(WebHookStore.Delivery delivery, Integer status, String words) {
    Optional<Instant> next =
        delivery.tries() < LATER.size()
            ? Optional.of(clock.instant().plus(LATER.get(delivery.tries())))
            : Optional.empty();
    transaction.executeWithoutResult(s -> store.setFailed(delivery.id(), status, words, next));
  }

  private static String inWords(Throwable why) {
    if (why instanceof HttpTimeoutException && !(why instanceof HttpConnectTimeoutException)) {
      return NO_ANSWER;
    }
    return why instanceof ConnectException || why.getMessage() == null
        ? "No connection to this address"
        : why.getMessage();
  }

  private static void hear(ByteArrayOutputStream heard, byte[] part) {
    int room = 4 * LONGEST_ANSWER - heard.size();
    heard.write(part, 0, Math.max(0, Math.min(room, part.length)));
  }

  private static String inShort(String words) {
    String text = words == null ? "" : words.strip();
    return text.length() <= LONGEST_ANSWER ? text : text.substring(0, LONGEST_ANSWER) + "…";
  }

  @Override
  public String job() {
    return "web hooks";
  }

  @Override
  public void run(LocalDate today) {
    transaction.executeWithoutResult(
        s ->
            store.forget(
                clock.instant().minus(DELIVERED_DAYS, ChronoUnit.DAYS),
                clock.instant().minus(FAILED_DAYS, ChronoUnit.DAYS)));
    soon.wake();
  }

  @Override
  public void destroy() {
    soon.close();
  }
}
