package firmtally.server.sales.document;

import java.util.Locale;

/** The kinds of documents, with the letter that their numbers begin with. */
public enum DocumentKind {
  QUOTE("Q"),
  ORDER("S"),
  DELIVERY("D"),
  INVOICE("I"),
  CREDIT_NOTE("C");

  private final String letter;

  DocumentKind(String letter) {
    this.letter = letter;
  }

  String letter() {
    return letter;
  }

  /** The kind of a word such as {@code credit-note}. */
  public static DocumentKind of(String word) {
    return valueOf(word.toUpperCase(Locale.ROOT).replace('-', '_'));
  }

  /** As the log, the search and the API name it. */
  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
