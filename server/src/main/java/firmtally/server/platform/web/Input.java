package firmtally.server.platform.web;

import firmtally.formats.json.Problems;
import firmtally.server.platform.ids.Id;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.LongFunction;

/** Reads what was typed, and gathers every problem with it before anything is done. */
public final class Input {
  private static final int LONGEST = 4000;
  private final Problems problems = new Problems();

  /** A text without space around it, with something in it. */
  public String text(String at, String value, int longest) {
    String text = optionalText(at, value, longest);
    if (text.isEmpty()) {
      problems.add(at, "Required.");
    }
    return text;
  }

  /** A text without space around it; empty when left out. */
  public String optionalText(String at, String value, int longest) {
    String text = value == null ? "" : value.strip();
    if (text.length() > longest) {
      problems.add(at, "This is longer than " + longest + " characters.");
    }
    return text;
  }

  /** A longer text, of at most 4,000 characters. */
  public String longText(String at, String value) {
    return optionalText(at, value, LONGEST);
  }

  /** A day written YYYY-MM-DD that must be given. */
  public Optional<LocalDate> day(String at, String value) {
    try {
      return Optional.of(LocalDate.parse(value == null ? "" : value.strip()));
    } catch (DateTimeParseException e) {
      problems.add(at, "Enter a date, for example 2027-03-31.");
      return Optional.empty();
    }
  }

  /** A day written YYYY-MM-DD; empty when it was left out. */
  public Optional<LocalDate> maybeDay(String at, String value) {
    return value == null || value.isBlank() ? Optional.empty() : day(at, value);
  }

  /** A value made from a text that is not blank; empty when it is. */
  public <T> Optional<T> value(String at, String text, Function<String, T> make) {
    if (text == null || text.isBlank()) {
      return Optional.empty();
    }
    return problems.read(at, () -> make.apply(text.strip()));
  }

  /** A whole number from the least to the most that is allowed, both included; it must be given. */
  public Optional<Integer> whole(String at, String text, int least, int most) {
    String digits = text == null ? "" : text.strip();
    if (digits.matches("[0-9]{1,9}")
        && Integer.parseInt(digits) >= least
        && Integer.parseInt(digits) <= most) {
      return Optional.of(Integer.valueOf(digits));
    }
    problems.add(at, "This is not a whole number from " + least + " to " + most + ".");
    return Optional.empty();
  }

  /** One of a few words; blank is none of them and allowed. */
  public Optional<String> oneOf(String at, String text, Set<String> allowed) {
    if (text == null || text.isBlank()) {
      return Optional.empty();
    }
    if (!allowed.contains(text)) {
      problems.add(at, "Choose one of " + String.join(", ", new TreeSet<>(allowed)) + ".");
      return Optional.empty();
    }
    return Optional.of(text);
  }

  /** An email address with a name, an @ and a host; empty when left out. */
  public String email(String at, String value, int longest) {
    String email = optionalText(at, value, longest);
    if (!email.isEmpty() && !email.matches("[^@\\s]+@[^@\\s]*[^@\\s.]")) {
      problems.add(at, "An email address has a name, an @ and a host.");
    }
    return email;
  }

  /** A list of a message; empty when it was left out, and without what is nothing in it. */
  public static <T> List<T> given(List<T> list) {
    return list == null ? List.of() : list.stream().filter(Objects::nonNull).toList();
  }

  /** An id of a message; one that was left out names nothing, and is refused like any such. */
  public static <T extends Id> T given(T id, LongFunction<T> named) {
    return id == null ? named.apply(0) : id;
  }

  /** A problem that was found in another way. */
  public void refuse(String at, String message) {
    problems.add(at, message);
  }

  public Problems problems() {
    return problems;
  }

  /** Throws when there is any problem. */
  public void check() {
    BadInput.throwIfAny(problems);
  }
}
