package firmtally.core.pricing;

/** For whom a price rule is, the most specific first. */
public enum Scope {
  ACCOUNT,
  GROUP,
  EVERYONE
}
