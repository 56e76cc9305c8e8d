package firmtally.server.platform.jobs;

import java.time.LocalDate;

/** Something that comes due by itself: what a day that has begun asks for. */
public interface DueWork {
  /** What it is called in the log. */
  String job();

  /**
   * Does what is due by a day. It looks at what is due by now, so that nothing is missed when the
   * application was stopped overnight, and nothing is done twice.
   */
  void run(LocalDate today);
}
