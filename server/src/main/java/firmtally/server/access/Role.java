package firmtally.server.access;

/**
 * What a person is in the company. The word is used in the database, the API and the sign-off
 * levels alike.
 */
public enum Role {
  REP("rep"),
  MANAGER("manager"),
  CREDIT_CONTROLLER("credit-controller"),
  ADMINISTRATOR("administrator"),
  /** What the company does by itself; nobody signs in as it. */
  SYSTEM("system");

  private final String word;

  Role(String word) {
    this.word = word;
  }

  /** As it is written: {@code credit-controller}. */
  public String word() {
    return word;
  }

  /** Whether they act as a manager does. In a small company that is the administrator. */
  public boolean manages() {
    return this == MANAGER || this == ADMINISTRATOR || this == SYSTEM;
  }

  /** The role as which margins are judged: those who do not manage ask as a rep does. */
  public String signsAs() {
    return manages() ? MANAGER.word : REP.word;
  }

  /** Whether they keep the books: issue invoices, book payments, set credit. */
  public boolean keepsBooks() {
    return this == CREDIT_CONTROLLER || this == ADMINISTRATOR || this == SYSTEM;
  }

  /** Whether costs and margins are shown to them: to those who sell and who manage. */
  public boolean seesCosts() {
    return this != CREDIT_CONTROLLER;
  }

  /** Whether they may own what is sold, and sell it. */
  public boolean sells() {
    return this != CREDIT_CONTROLLER;
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
