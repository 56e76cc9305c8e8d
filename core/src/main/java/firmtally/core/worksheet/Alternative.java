package firmtally.core.worksheet;

import firmtally.core.money.Texts;

/**
 * One of several ways: of the lines that name the same set exactly one is chosen, and only that one
 * counts.
 */
public record Alternative(String set, boolean chosen) {
  public Alternative {
    Texts.notEmpty("set", set);
  }
}
