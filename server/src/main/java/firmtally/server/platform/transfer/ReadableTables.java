package firmtally.server.platform.transfer;

import firmtally.formats.table.TableWriter;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;

/**
 * What people look for in an export, with names instead of ids. Columns that end in {@code (money)}
 * are amounts, those in {@code (price)} unit prices.
 */
final class ReadableTables {
  private static final int PRICE_DECIMALS = 4;
  private static final String MONEY = " (money)";
  private static final String PRICE = " (price)";
  private static final Map<String, String> TABLES =
      new TreeMap<>(
          Map.of(
              "accounts",
              """
              SELECT a.number AS "Number", a.name AS "Name", a.status AS "Status", a.industry AS "Industry", a.street AS "Street",
                     a.postal AS "Postal code", a.town AS "Town", a.country AS "Country", a.email AS "Email", a.phone AS "Phone",
                     a.tax_id AS "Tax ID", p.name AS "Owner"
              FROM account a JOIN person p ON p.id = a.owner_id ORDER BY a.id
              """,
              "contacts",
              """
              SELECT a.number AS "Account number", a.name AS "Account", c.name AS "Name", c.role AS "Role", c.email AS "Email",
                     c.phone AS "Phone"
              FROM contact c JOIN account a ON a.id = c.account_id ORDER BY c.id
              """,
              "products",
              """
              SELECT code AS "Code", name AS "Name", family AS "Family", unit AS "Unit", list_price AS "List price (price)",
                     unit_cost AS "Unit cost (price)", active AS "Active"
              FROM product ORDER BY code
              """,
              "enquiries",
              """
              SELECT e.number AS "Number", substr(e.added_at, 1, 10) AS "Added", e.name AS "Name", e.person AS "Person",
                     e.email AS "Email", e.phone AS "Phone", e.subject AS "Subject", e.source AS "Source", e.state AS "State",
                     p.name AS "Owner"
              FROM enquiry e JOIN person p ON p.id = e.owner_id ORDER BY e.id
              """,
              "opportunities",
              """
              SELECT o.number AS "Number", a.name AS "Account", o.title AS "Title", o.state AS "State", o.opened_on AS "Opened",
                     o.expected_close AS "Expected close", o.closed_on AS "Closed", o.value AS "Value (money)", p.name AS "Owner"
              FROM opportunity o JOIN account a ON a.id = o.account_id JOIN person p ON p.id = o.owner_id ORDER BY o.id
              """,
              "documents",
              """
              SELECT d.kind AS "Kind", d.number AS "Number", d.revision AS "Revision", d.made_on AS "Date", a.number AS "Account number",
                     a.name AS "Account", d.state AS "State", COALESCE(w.contract, i.net) AS "Net (money)", i.total AS "Total (money)",
                     i.due AS "Due"
              FROM document d JOIN account a ON a.id = d.account_id LEFT JOIN worksheet w ON w.id = d.worksheet_id
              LEFT JOIN invoice_terms i ON i.document_id = d.id ORDER BY d.id
              """,
              "open-items",
              """
              SELECT a.number AS "Account number", a.name AS "Account", i.ref AS "Item", i.on_day AS "Date", i.due AS "Due",
                     i.total AS "Total (money)", i.balance AS "Balance (money)"
              FROM open_item i JOIN account a ON a.id = i.account_id WHERE i.balance <> 0 ORDER BY i.due, i.id
              """,
              "activities",
              """
              SELECT COALESCE(o.number, e.number, a.number) AS "Of", x.kind AS "Kind", x.subject AS "Subject", x.due AS "Due",
                     substr(x.done_at, 1, 10) AS "Done", x.outcome AS "Outcome", p.name AS "Person"
              FROM activity x JOIN person p ON p.id = x.person_id LEFT JOIN opportunity o ON o.id = x.opportunity_id
              LEFT JOIN enquiry_row e ON e.id = x.enquiry_id LEFT JOIN account a ON a.id = x.account_id ORDER BY x.id
              """));

  private ReadableTables() {}

  static void write(Connection database, Path folder) throws IOException, SQLException {
    Files.createDirectories(folder);
    int decimals = decimals(database);
    for (Map.Entry<String, String> table : TABLES.entrySet()) {
      try (Statement statement = database.createStatement();
          ResultSet rows = statement.executeQuery(table.getValue())) {
        List<String> names = new ArrayList<>();
        for (int i = 1; i <= rows.getMetaData().getColumnCount(); i++) {
          names.add(rows.getMetaData().getColumnLabel(i));
        }
        List<List<Object>> cells = new ArrayList<>();
        while (rows.next()) {
          List<Object> row = new ArrayList<>();
          for (int i = 0; i < names.size(); i++) {
            row.add(cell(rows.getString(i + 1), names.get(i), decimals));
          }
          cells.add(row);
        }
        Files.write(
            folder.resolve(table.getKey() + ".csv"), writer(table.getKey(), names).csv(cells));
      }
    }
  }

  private static TableWriter writer(String title, List<String> names) {
    return TableWriter.of(
        title,
        names.stream()
            .map(name -> TableWriter.Column.text(name.replaceAll(" \\((money|price)\\)$", "")))
            .toList());
  }

  private static int decimals(Connection database) throws SQLException {
    try (Statement statement = database.createStatement();
        ResultSet row = statement.executeQuery("SELECT currency FROM company")) {
      return row.next() ? CurrencyUnit.of(row.getString(1)).getDecimalPlaces() : 2;
    }
  }

  private static Object cell(String text, String name, int decimals) {
    if (text == null || !name.endsWith(MONEY) && !name.endsWith(PRICE)) {
      return text;
    }
    return new BigDecimal(text).movePointLeft(name.endsWith(MONEY) ? decimals : PRICE_DECIMALS);
  }
}
