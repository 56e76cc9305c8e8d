package firmtally.server.platform.backup;

/** A backup or restore that cannot be done, said for people. */
public final class BackupFailed extends RuntimeException {
  private static final long serialVersionUID = 1L;

  public BackupFailed(String why) {
    super(why);
  }

  BackupFailed(String why, Throwable cause) {
    super(why, cause);
  }
}
