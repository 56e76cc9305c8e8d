package firmtally.server.access;

import java.util.Arrays;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;

/**
 * What somebody is in the company: one role or several. They may do whatever any of them may, and
 * see whatever any of them sees.
 *
 * @param all the most far-reaching first
 */
public record Roles(List<Role> all) {
  /** From the most to the least that they may do. */
  private static final List<Role> ORDER =
      List.of(Role.SYSTEM, Role.ADMINISTRATOR, Role.MANAGER, Role.CREDIT_CONTROLLER, Role.REP);

  public Roles {
    if (all.isEmpty()) {
      throw new IllegalArgumentException("nobody is without a role");
    }
    Set<Role> given = EnumSet.copyOf(all);
    all = ORDER.stream().filter(given::contains).toList();
  }

  /** Some roles. */
  public static Roles of(Role... roles) {
    return new Roles(List.of(roles));
  }

  /** Some roles by their words, as {@code "manager,rep"} or one each. */
  public static Roles of(Collection<String> words) {
    return new Roles(words.stream().map(Role::of).toList());
  }

  /** Those of a list with commas between, as a query gathers them. */
  static Roles listed(String words) {
    return of(Arrays.asList(words.split(",")));
  }

  /** Whether they have a role. */
  public boolean has(Role role) {
    return all.contains(role);
  }

  private boolean any(Predicate<Role> may) {
    return all.stream().anyMatch(may);
  }

  /** Whether they act as a manager does. In a small company that is the administrator. */
  public boolean manages() {
    return any(Role::manages);
  }

  /** Whether they keep the books: issue invoices, book payments, set credit. */
  public boolean keepsBooks() {
    return any(Role::keepsBooks);
  }

  /** Whether costs and margins are shown to them. */
  public boolean seesCosts() {
    return any(Role::seesCosts);
  }

  /** Whether they may own what is sold, and sell it. */
  public boolean sells() {
    return any(Role::sells);
  }

  /** Whether they have a role and no other. */
  public boolean isOnly(Role role) {
    return all.equals(List.of(role));
  }

  /** Whether they do nothing but sell, and so look at what is theirs first. */
  public boolean isOnlyRep() {
    return isOnly(Role.REP);
  }

  /** The role as which margins are judged: those who do not manage ask as a rep does. */
  public String signsAs() {
    return manages() ? Role.MANAGER.word() : Role.REP.word();
  }

  /** Their words, the most far-reaching first. */
  public List<String> words() {
    return all.stream().map(Role::word).toList();
  }

  /** As people read it: {@code manager, credit controller}. */
  public String inWords() {
    return String.join(", ", words()).replace('-', ' ');
  }
}
