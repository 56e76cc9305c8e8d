package firmtally.server.customers.account;

import firmtally.formats.table.TableWriter;
import firmtally.server.access.Actor;
import firmtally.server.company.ownfield.OwnField;
import firmtally.server.company.ownfield.OwnFieldService;
import firmtally.server.platform.ids.OwnFieldId;
import firmtally.server.platform.web.Cursor;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;

/**
 * Accounts as CSV and XLSX, with the fields that the company added. What is exported can be
 * imported again: the headings are the same.
 */
@Service
class AccountFiles {
  private static final int PART = 1000;
  private final AccountStore store;
  private final OwnFieldService fields;

  AccountFiles(AccountStore store, OwnFieldService fields) {
    this.store = store;
    this.fields = fields;
  }

  /** Those that a list is narrowed to; for managers, as it is every customer at once. */
  byte[] accounts(String text, String own, boolean asWorkbook, Actor actor) {
    actor.checkManages();
    List<OwnField> added = fields.of("account");
    List<List<Object>> rows = new ArrayList<>();
    List<Account> part = store.page(text.strip(), own, Cursor.of(""), PART);
    while (!part.isEmpty()) {
      Map<Long, Map<OwnFieldId, String>> has =
          fields.values("account", part.stream().map(Account::id).toList());
      part.forEach(a -> rows.add(cells(a, added, has.getOrDefault(a.id().value(), Map.of()))));
      Account last = part.get(part.size() - 1);
      part = store.page(text.strip(), own, new Cursor(last.name(), last.id()), PART);
    }
    TableWriter writer = TableWriter.of("Accounts", columns(added));
    return asWorkbook ? writer.xlsx(rows) : writer.csv(rows);
  }

  private static List<TableWriter.Column> columns(List<OwnField> added) {
    List<TableWriter.Column> columns = new ArrayList<>();
    for (String name :
        List.of(
            "Number",
            "Name",
            "Kind",
            "Status",
            "Industry",
            "Street",
            "Postal code",
            "Town",
            "Country",
            "Email",
            "Phone",
            "Owner",
            "Price group")) {
      columns.add(TableWriter.Column.text(name));
    }
    columns.add(new TableWriter.Column("Payment terms, days", "0", false));
    for (String name :
        List.of("PO number required", "Tax ID", "Language", "Tax exemption", "Pays as")) {
      columns.add(TableWriter.Column.text(name));
    }
    added.forEach(field -> columns.add(OwnFieldService.column(field)));
    return columns;
  }

  private static List<Object> cells(Account a, List<OwnField> added, Map<OwnFieldId, String> has) {
    List<Object> cells =
        new ArrayList<>(
            Arrays.asList(
                a.number(),
                a.name(),
                a.kind(),
                a.status(),
                a.industry(),
                a.street(),
                a.postal(),
                a.town(),
                a.country(),
                a.email(),
                a.phone(),
                a.ownerName(),
                a.priceGroup(),
                BigDecimal.valueOf(a.termsDays()),
                a.poNumberRequired() ? "yes" : "no",
                a.taxId(),
                a.language(),
                a.dealings().taxExemption(),
                a.dealings().paysAs()));
    added.forEach(field -> cells.add(OwnFieldService.cell(field, has.get(field.id()))));
    return cells;
  }
}
