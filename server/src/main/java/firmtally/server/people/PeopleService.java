package firmtally.server.people;

import firmtally.server.platform.Input;
import java.util.List;
import java.util.Optional;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The people of the house. */
@Service
public class PeopleService {
  private static final int SHORTEST_PASSWORD = 8;
  private static final int LONGEST = 100;
  private final PeopleStore store;
  private final PasswordEncoder passwords;
  private final String nobodysPassword;

  PeopleService(PeopleStore store, PasswordEncoder passwords) {
    this.store = store;
    this.passwords = passwords;
    this.nobodysPassword = passwords.encode("nobody");
  }

  /** A person to choose from. */
  public record PersonView(long id, String name, String role) {}

  public List<PersonView> list() {
    return store.list().stream().map(p -> new PersonView(p.id(), p.name(), p.role())).toList();
  }

  /** Whether nobody has been set up yet. */
  public boolean isEmpty() {
    return store.isEmpty();
  }

  Optional<Actor> signIn(String login, String password) {
    Optional<PeopleStore.PersonRow> person = store.findByLogin(login);
    // As much work for a login that does not exist, so that time tells nothing.
    String encoded = person.map(PeopleStore.PersonRow::password).orElse(nobodysPassword);
    boolean matches = passwords.matches(password, encoded);
    return person.filter(p -> matches).map(PeopleStore.PersonRow::actor);
  }

  /** Adds a person; problems with name, login and password are gathered in the input. */
  @Transactional
  public long add(Input input, NewPerson person) {
    String login = input.text("login", person.login(), LONGEST);
    String name = input.text("name", person.name(), LONGEST);
    String mail = input.text("mail", person.mail(), LONGEST);
    String password = person.password() == null ? "" : person.password();
    if (password.length() < SHORTEST_PASSWORD) {
      input.refuse("password", "A password has at least " + SHORTEST_PASSWORD + " characters.");
    }
    if (store.findByLogin(login).isPresent()) {
      input.refuse("login", "Somebody has this sign-in name already.");
    }
    input.check();
    return store.insert(
        login, name, mail, person.role(), person.team(), passwords.encode(password));
  }

  /** A person to be added; the password as typed. */
  public record NewPerson(
      String login, String name, String mail, Role role, String team, String password) {}
}
