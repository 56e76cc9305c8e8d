package firmtally.server.sales.document;

/** The kinds of documents, with the letter that their numbers begin with. */
public enum DocumentKind {
  QUOTE("Q"),
  ORDER("S");

  private final String letter;

  DocumentKind(String letter) {
    this.letter = letter;
  }

  String letter() {
    return letter;
  }

  /** As the log, the search and the API name it. */
  public String word() {
    return name().toLowerCase(java.util.Locale.ROOT);
  }
}
