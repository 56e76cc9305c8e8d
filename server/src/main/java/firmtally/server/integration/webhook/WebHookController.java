package firmtally.server.integration.webhook;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.platform.ids.HookDeliveryId;
import firmtally.server.platform.ids.WebHookId;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import firmtally.server.platform.web.Versions;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
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

/** Web hooks, for administrators. */
@RestController
@RequestMapping("/api/web-hooks")
class WebHookController {
  private static final int PAGE = 50;
  private final WebHooks hooks;
  private final Idempotency once;

  WebHookController(WebHooks hooks, Idempotency once) {
    this.hooks = hooks;
    this.once = once;
  }

  /**
   * One that was made.
   *
   * @param secret shown this once; null where the same was asked before and was answered already
   */
  record HookMade(WebHookId id, @MaybeNull String secret) {}

  /** The hooks, and of what they can be told. */
  record HookList(List<WebHooks.WebHookView> hooks, List<String> kinds) {}

  @GetMapping
  HookList hooks(@SignedIn Actor actor) {
    return new HookList(hooks.list(actor), hooks.kinds(actor));
  }

  @PostMapping
  HookMade makeHook(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody WebHooks.WebHookForm typed,
      @SignedIn Actor actor) {
    AtomicReference<String> secret = new AtomicReference<>();
    WebHookId id =
        once.once(
            key,
            actor.id(),
            "make-web-hook",
            "",
            WebHookId::new,
            () -> {
              WebHooks.MadeHook made = hooks.make(typed, actor);
              secret.set(made.secret());
              return made.id();
            });
    return new HookMade(id, secret.get());
  }

  @PutMapping("/{hook}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void changeHook(
      @PathVariable WebHookId hook,
      @RequestHeader("If-Match") String version,
      @RequestBody WebHooks.WebHookForm typed,
      @SignedIn Actor actor) {
    hooks.change(hook, Versions.of(version), typed, actor);
  }

  /** Ends one at once. */
  @DeleteMapping("/{hook}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void endHook(@PathVariable WebHookId hook, @SignedIn Actor actor) {
    hooks.end(hook, actor);
  }

  /** What was told and what is to be, the latest first. */
  @GetMapping("/{hook}/deliveries")
  Paged<WebHooks.HookDelivery> deliveries(
      @PathVariable WebHookId hook,
      @RequestParam(defaultValue = "") String after,
      @SignedIn Actor actor) {
    return Paged.of(
        hooks.deliveries(hook, actor, Paged.below(after), PAGE + 1),
        PAGE,
        WebHooks.HookDelivery::id);
  }

  @PostMapping("/{hook}/deliveries/{delivery}/sent-again")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void sendAgain(
      @PathVariable WebHookId hook, @PathVariable HookDeliveryId delivery, @SignedIn Actor actor) {
    hooks.sendAgain(hook, delivery, actor);
  }

  /** Sends something to try it. */
  @PostMapping("/{hook}/trial")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void tryHook(
      @PathVariable WebHookId hook,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @SignedIn Actor actor) {
    once.once(key, actor.id(), "try-web-hook", "web hook " + hook, () -> hooks.tryOut(hook, actor));
  }
}
