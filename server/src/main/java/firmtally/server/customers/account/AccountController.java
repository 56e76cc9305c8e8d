package firmtally.server.customers.account;

import firmtally.server.access.Actor;
import firmtally.server.access.SignedIn;
import firmtally.server.company.ownfield.OwnFieldService;
import firmtally.server.platform.ids.AccountId;
import firmtally.server.platform.ids.ContactId;
import firmtally.server.platform.ids.NoteId;
import firmtally.server.platform.web.Cursor;
import firmtally.server.platform.web.Download;
import firmtally.server.platform.web.Idempotency;
import firmtally.server.platform.web.MaybeNull;
import firmtally.server.platform.web.Paged;
import firmtally.server.platform.web.Versions;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/accounts")
class AccountController {
  private static final int PAGE = 100;
  private final AccountService accounts;
  private final OwnFieldService fields;
  private final AccountFiles files;
  private final Idempotency once;

  AccountController(
      AccountService accounts, OwnFieldService fields, AccountFiles files, Idempotency once) {
    this.accounts = accounts;
    this.fields = fields;
    this.files = files;
    this.once = once;
  }

  record AccountRow(
      AccountId id,
      String number,
      String name,
      String town,
      String industry,
      String status,
      @MaybeNull String priceGroup,
      String owner,
      boolean stopped,
      Map<String, String> own) {}

  record Opened(AccountId id) {}

  @GetMapping
  Paged<AccountRow> page(
      @RequestParam(defaultValue = "") String q,
      @RequestParam(defaultValue = "") String own,
      @RequestParam(defaultValue = "") String after,
      @SignedIn Actor actor) {
    List<Account> found = accounts.page(q, own, Cursor.of(after), PAGE + 1);
    Map<Long, Map<String, String>> has =
        fields.listed("account", found.stream().map(Account::id).toList());
    return Paged.of(found, PAGE, last -> new Cursor(last.name(), last.id()))
        .map(a -> row(a, has.getOrDefault(a.id().value(), Map.of())));
  }

  /** The accounts of the list as CSV, with the headings that an import asks for; for managers. */
  @GetMapping(path = "/accounts.csv", produces = Download.CSV)
  ResponseEntity<byte[]> csv(
      @RequestParam(defaultValue = "") String q,
      @RequestParam(defaultValue = "") String own,
      @SignedIn Actor actor) {
    return Download.of(files.accounts(q, own, false, actor), "accounts.csv", Download.CSV);
  }

  /** The same as XLSX. */
  @GetMapping(path = "/accounts.xlsx", produces = Download.XLSX)
  ResponseEntity<byte[]> xlsx(
      @RequestParam(defaultValue = "") String q,
      @RequestParam(defaultValue = "") String own,
      @SignedIn Actor actor) {
    return Download.of(files.accounts(q, own, true, actor), "accounts.xlsx", Download.XLSX);
  }

  private static AccountRow row(Account a, Map<String, String> own) {
    return new AccountRow(
        a.id(),
        a.number(),
        a.name(),
        a.town(),
        a.industry(),
        a.status(),
        a.priceGroup(),
        a.ownerName(),
        a.stopped(),
        own);
  }

  @PostMapping
  Opened open(
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody AccountService.AccountForm typed,
      @SignedIn Actor actor) {
    return new Opened(
        once.once(
            key,
            actor.id(),
            "open-account",
            "",
            AccountId::new,
            () -> accounts.open(typed, actor)));
  }

  record ContactAdded(ContactId id) {}

  record NoteForm(String words, boolean pinned) {}

  record Pinned(boolean pinned) {}

  @PutMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void changeAccount(
      @PathVariable AccountId id,
      @RequestHeader("If-Match") String version,
      @RequestBody AccountService.AccountEdit typed,
      @SignedIn Actor actor) {
    accounts.change(id, Versions.of(version), typed, actor);
  }

  @GetMapping("/{id}/contacts")
  List<AccountService.Contact> contacts(@PathVariable AccountId id, @SignedIn Actor actor) {
    return accounts.contacts(id, actor);
  }

  @PostMapping("/{id}/contacts")
  ContactAdded addContact(
      @PathVariable AccountId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody AccountService.ContactForm typed,
      @SignedIn Actor actor) {
    actor.checkSells();
    return new ContactAdded(
        once.once(
            key,
            actor.id(),
            "add-contact",
            "account " + id,
            ContactId::new,
            () -> accounts.addContact(id, typed, actor)));
  }

  @PutMapping("/{id}/contacts/{contact}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void changeContact(
      @PathVariable AccountId id,
      @PathVariable ContactId contact,
      @RequestHeader("If-Match") String version,
      @RequestBody AccountService.ContactForm typed,
      @SignedIn Actor actor) {
    accounts.changeContact(id, contact, Versions.of(version), typed, actor);
  }

  @PostMapping("/{id}/notes")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void addNote(
      @PathVariable AccountId id,
      @RequestHeader(name = "Idempotency-Key", defaultValue = "") String key,
      @RequestBody NoteForm typed,
      @SignedIn Actor actor) {
    once.once(
        key,
        actor.id(),
        "add-note",
        "account " + id,
        () -> accounts.addNote(id, typed.words(), typed.pinned(), actor));
  }

  @PutMapping("/{id}/notes/{note}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void pin(
      @PathVariable AccountId id,
      @PathVariable NoteId note,
      @RequestBody Pinned typed,
      @SignedIn Actor actor) {
    accounts.pin(id, note, typed.pinned(), actor);
  }
}
