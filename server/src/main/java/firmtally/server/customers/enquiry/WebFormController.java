package firmtally.server.customers.enquiry;

import firmtally.server.access.Actor;
import firmtally.server.access.Open;
import firmtally.server.platform.doors.BodyLimit;
import firmtally.server.platform.web.Input;
import firmtally.server.platform.web.MaybeNull;
import io.swagger.v3.oas.annotations.Operation;
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
  private final Acts acts;

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
  @BodyLimit(kib = 64, seconds = 5, perMinute = SENT)
  WebFormTaken send(@RequestBody WebForm typed) {
    if (typed.website() == null || typed.website().isBlank()) {
      acts.take(typed);
    }
    return new WebFormTaken("Thank you. Somebody will be in touch.");
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
        input.refuse("email", "Enter an email address or a phone number.");
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
      EnquiryReader.Draft draft = reader.read(input, "contactDetails", form, email, phone);
      input.check();
      enquiries.give(draft, Actor.SYSTEM);
    }
  }
}
