package firmtally.server.integration.mail;

import java.util.List;

/** Where emails come in from outside. */
public interface IncomingMail {
  /**
   * An email that waits.
   *
   * @param name by which it is told of again
   */
  record Waiting(String name, byte[] eml) {}

  /** Those that wait, at most so many, the oldest first. */
  List<Waiting> waiting(int most);

  /** It was taken over, or was here already. */
  void taken(Waiting email);

  /** It cannot be taken over, and is put aside with the reason. */
  void refused(Waiting email, String why);
}
