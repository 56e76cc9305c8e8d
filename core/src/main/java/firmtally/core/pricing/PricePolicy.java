package firmtally.core.pricing;

/** How the winners of the scopes compete. */
public enum PricePolicy {
  /** The winner of the first scope that has one: account, group, everyone; else the list price. */
  SPECIFIC,
  /** The lowest of the scopes' winners and the list price; on a tie the more specific. */
  LOWEST
}
