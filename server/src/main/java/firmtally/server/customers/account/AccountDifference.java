package firmtally.server.customers.account;

import java.util.List;

/** A field of an account as it was and as it was typed, as the change log names it. */
record AccountDifference(String field, String before, String after) {
  /** Every field that can be typed, also those that are as they were. */
  static List<AccountDifference> of(Account was, AccountStore.Edit typed) {
    return List.of(
        new AccountDifference("name", was.name(), typed.name()),
        new AccountDifference("industry", was.industry(), typed.industry()),
        new AccountDifference(
            "address",
            String.join(" ", was.street(), was.postal(), was.town(), was.country()),
            String.join(" ", typed.street(), typed.postal(), typed.town(), typed.country())),
        new AccountDifference("tax ID", was.taxId(), typed.taxId()),
        new AccountDifference("tax exemption", was.dealings().taxExemption(), typed.taxExemption()),
        new AccountDifference("pays as", was.dealings().paysAs(), typed.paysAs()),
        new AccountDifference("language", was.language(), typed.language()),
        new AccountDifference("email", was.email(), typed.email()),
        new AccountDifference("phone", was.phone(), typed.phone()),
        new AccountDifference("price group", was.priceGroup(), typed.priceGroup()),
        new AccountDifference("terms", was.termsDays() + " days", typed.termsDays() + " days"),
        new AccountDifference(
            "PO number", needed(was.poNumberRequired()), needed(typed.poNumberRequired())));
  }

  private static String needed(boolean isNeeded) {
    return isNeeded ? "required" : "not required";
  }
}
