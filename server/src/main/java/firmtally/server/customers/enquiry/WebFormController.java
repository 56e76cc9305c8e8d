package firmtally.server.customers.enquiry;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import firmtally.server.access.Actor;
import firmtally.server.access.Open;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.TooMany;
import io.github.bucket4j.Bucket;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/**
 * The door for the company's own web form: anybody may send an enquiry, a few each minute. It is
 * given to whom the assignment rules say.
 */
@RestController
class WebFormController {
  private static final int SENT = 6;
  private static final Duration PER = Duration.ofMinutes(1);
  private static final int MOST_BUCKETS = 100_000;
  private final Acts acts;
  private final LoadingCache<String, Bucket> senders =
      Caffeine.newBuilder()
          .maximumSize(MOST_BUCKETS)
          .expireAfterAccess(PER.multipliedBy(2))
          .build(key -> newBucket());

  WebFormController(Acts acts) {
    this.acts = acts;
  }

  /**
   * What the form sends. Name, subject, and email or phone are needed.
   *
   * @param website to be left empty: people do not see it, and what fills in everything is not one
   */
  record WebForm(
      String name,
      String subject,
      @MaybeNull String person,
      @MaybeNull String email,
      @MaybeNull String phone,
      @MaybeNull String postal,
      @MaybeNull String town,
      @MaybeNull String family,
      @MaybeNull String campaign,
      @MaybeNull String website) {}

  record WebFormTaken(String words) {}

  @Operation(
      summary = "Send an enquiry from a web form",
      description =
          "Needs no sign-in. At most six a minute from one address; then 429 with Retry-After."
              + " Field problems come all at once as 422.")
  @Open("Anybody may ask to buy; it is throttled and tells nothing.")
  @PostMapping("/api/web-form")
  @ResponseStatus(HttpStatus.ACCEPTED)
  WebFormTaken send(@RequestBody WebForm typed, HttpServletRequest request) {
    if (!senders.get(request.getRemoteAddr()).tryConsume(1)) {
      throw new TooMany(PER);
    }
    if (typed.website() == null || typed.website().isBlank()) {
      acts.take(typed);
    }
    return new WebFormTaken("Thank you. Somebody will be in touch.");
  }

  private static Bucket newBucket() {
    return Bucket.builder().addLimit(limit -> limit.capacity(SENT).refillGreedy(SENT, PER)).build();
  }

  /** Takes down what the form sent, in one act. */
  @Service
  static class Acts {
    private final EnquiryService enquiries;
    private final EnquiryReader reader;

    Acts(EnquiryService enquiries, EnquiryReader reader) {
      this.enquiries = enquiries;
      this.reader = reader;
    }

    @Transactional
    public void take(WebForm typed) {
      Input input = new Input();
      String email = typed.email() == null ? "" : typed.email().strip();
      String phone = typed.phone() == null ? "" : typed.phone().strip();
      if (email.isEmpty() && phone.isEmpty()) {
        input.refuse("email", "Give an email address or a phone number.");
      }
      EnquiryForm form =
          new EnquiryForm(
              typed.name(),
              "",
              typed.subject(),
              typed.person(),
              typed.postal(),
              typed.town(),
              typed.family(),
              null,
              "web form",
              typed.campaign(),
              null);
      EnquiryReader.Draft draft = reader.read(input, form, email, phone);
      input.check();
      enquiries.give(draft, Actor.SYSTEM);
    }
  }
}
