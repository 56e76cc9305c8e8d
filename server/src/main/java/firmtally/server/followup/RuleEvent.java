package firmtally.server.followup;

import java.util.Locale;

/** What a rule waits for, by how the change log tells it. */
enum RuleEvent {
  ENQUIRY_ADDED("enquiry", "c.what = 'enquiry added'"),
  OPPORTUNITY_OPENED("opportunity", "c.what = 'opportunity created'"),
  STAGE_REACHED("opportunity", "c.what = 'stage'"),
  OPPORTUNITY_WON("opportunity", "c.what = 'state' AND c.after LIKE 'won %'"),
  OPPORTUNITY_LOST("opportunity", "c.what = 'state' AND c.after LIKE 'lost: %'"),
  QUOTE_SENT("quote", "c.what = 'state' AND (c.after = 'sent' OR c.after LIKE 'sent to %')"),
  QUOTE_ACCEPTED(
      "quote", "c.what = 'state' AND (c.after LIKE 'accepted%' OR c.after LIKE 'ordered%')"),
  QUOTE_DECLINED("quote", "c.what = 'state' AND c.after LIKE 'declined%'"),
  QUOTE_EXPIRED("quote", "c.what = 'state' AND c.after = 'expired'"),
  ORDER_PLACED("order", "c.what = 'order made'"),
  ORDER_RELEASED("order", "c.what = 'state' AND c.after LIKE 'released%'");

  private final String record;
  private final String entry;

  RuleEvent(String record, String entry) {
    this.record = record;
    this.entry = entry;
  }

  /** As the API and the database name it: {@code quote-sent}. */
  String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  static RuleEvent of(String word) {
    return valueOf(word.toUpperCase(Locale.ROOT).replace('-', '_'));
  }

  /** The kind of record that it happens to. */
  String record() {
    return record;
  }

  /** Which entries {@code c} of the change log tell of it. */
  String entry() {
    return entry;
  }

  /** Whether what happened is part of an opportunity. */
  boolean isOfOpportunity() {
    return this != ENQUIRY_ADDED;
  }
}
