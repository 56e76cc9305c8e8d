package firmtally.server.customers.email;

import firmtally.formats.mail.Eml;
import firmtally.server.pipeline.activity.ActivityService;

/** Hears of files that came with emails, in the act that keeps them. */
public interface EmailFiles {
  /**
   * One came; what is not for the listener is passed by.
   *
   * @param on the record that its email belongs to
   */
  void came(ActivityService.On on, Eml.Attachment file);
}
