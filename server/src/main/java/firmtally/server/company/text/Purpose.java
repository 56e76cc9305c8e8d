package firmtally.server.company.text;

import java.util.Locale;

/** What a text is for. */
public enum Purpose {
  QUOTE_LETTER,
  QUOTE_EMAIL,
  PAYMENT_TERMS,
  DELIVERY_TERMS,
  GENERAL_TERMS,
  ORDER_EMAIL,
  DELIVERY_EMAIL,
  INVOICE_EMAIL,
  REMINDER_FIRST,
  REMINDER_SECOND,
  REMINDER_LAST,
  FOLLOW_UP_EMAIL,
  INTRODUCTION_EMAIL,
  APPOINTMENT_EMAIL,
  CUSTOMER_PAGE_EMAIL,
  ANSWER_EMAIL,
  INVITATION_EMAIL,
  PASSWORD_EMAIL;

  /** The one of a word: {@code quote-letter}. */
  public static Purpose of(String word) {
    return valueOf(word.toUpperCase(Locale.ROOT).replace('-', '_'));
  }

  /** As the database and the API name it: {@code quote-letter}. */
  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
