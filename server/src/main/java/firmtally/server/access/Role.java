package firmtally.server.access;

/**
 * What a person is in the house. The word is used in the database, the API and the sign-off levels
 * alike.
 */
public enum Role {
  REP("rep"),
  MANAGER("manager"),
  CREDIT_CONTROLLER("credit-controller"),
  ADMINISTRATOR("administrator");

  private final String word;

  Role(String word) {
    this.word = word;
  }

  /** As it is written: {@code credit-controller}. */
  public String word() {
    return word;
  }

  /**
   * Whether they act for the whole house as a manager does. In a small house that is the
   * administrator.
   */
  public boolean manages() {
    return this == MANAGER || this == ADMINISTRATOR;
  }

  /** The role as which margins are judged: those who do not manage ask as a rep does. */
  public String signsAs() {
    return manages() ? MANAGER.word : REP.word;
  }

  /** The role of a word such as {@code credit-controller}. */
  public static Role of(String word) {
    for (Role role : values()) {
      if (role.word.equals(word)) {
        return role;
      }
    }
    throw new IllegalArgumentException("role " + word + " is not known");
  }
}
