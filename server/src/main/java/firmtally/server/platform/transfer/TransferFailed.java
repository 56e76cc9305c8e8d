package firmtally.server.platform.transfer;

/** An export or import that cannot be done, said for people. */
public final class TransferFailed extends RuntimeException {
  private static final long serialVersionUID = 1L;

  public TransferFailed(String why) {
    super(why);
  }

  TransferFailed(String why, Throwable cause) {
    super(why, cause);
  }
}
