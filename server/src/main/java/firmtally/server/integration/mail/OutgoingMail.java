package firmtally.server.integration.mail;

import firmtally.formats.mail.Eml;
import firmtally.server.platform.ids.MailId;
import java.util.List;
import java.util.stream.Collectors;

/** Hands emails over to whatever carries them away. */
interface OutgoingMail {
  /**
   * Hands one email over.
   *
   * @param id its place in the queue
   * @throws Refused when an address was refused for good
   * @throws RuntimeException when it was not taken; it is tried again later
   */
  void deliver(MailId id, Eml.Mail email);

  /** Whether emails leave the machine. */
  boolean leaves();

  /** An address that a mail server refused, in its words. */
  record Refusal(String address, String words) {}

  /** An address was refused for good: nothing was sent, and it is not tried again. */
  final class Refused extends RuntimeException {
    private final transient List<Refusal> refusals;

    Refused(List<Refusal> refusals) {
      super(
          refusals.stream()
              .map(one -> one.address() + ": " + one.words())
              .collect(Collectors.joining("; ")));
      this.refusals = refusals;
    }

    List<Refusal> refusals() {
      return refusals;
    }
  }
}
