package firmtally.server.worksheet.editor;

import firmtally.formats.table.Table;
import firmtally.server.worksheet.editor.PasteService.PasteRole;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The names that price lists and orders of our customers' countries give their columns. */
final class Headings {
  private static final Map<PasteRole, Set<String>> NAMES = new EnumMap<>(PasteRole.class);

  static {
    NAMES.put(
        PasteRole.CODE,
        Set.of(
            "code",
            "article",
            "article no",
            "article number",
            "item",
            "item no",
            "item code",
            "product",
            "product code",
            "part number",
            "part no",
            "sku",
            "artikel",
            "artikelnummer",
            "artikel nr",
            "art nr",
            "bestellnummer",
            "référence",
            "reference",
            "réf",
            "ref",
            "codice",
            "código",
            "codigo",
            "kód",
            "kod",
            "indeks",
            "artikelnr",
            "varenr"));
    NAMES.put(
        PasteRole.DESCRIPTION,
        Set.of(
            "what",
            "name",
            "description",
            "words",
            "text",
            "bezeichnung",
            "beschreibung",
            "désignation",
            "designation",
            "libellé",
            "descrizione",
            "descripción",
            "descripcion",
            "název",
            "popis",
            "nazwa",
            "opis",
            "omschrijving",
            "beskrivelse"));
    NAMES.put(
        PasteRole.QUANTITY,
        Set.of(
            "quantity",
            "qty",
            "pieces",
            "pcs",
            "count",
            "number",
            "menge",
            "anzahl",
            "stück",
            "quantité",
            "quantite",
            "qté",
            "quantità",
            "quantita",
            "cantidad",
            "množství",
            "počet",
            "ks",
            "ilość",
            "szt",
            "aantal",
            "antal"));
    NAMES.put(
        PasteRole.PRICE,
        Set.of(
            "price",
            "unit price",
            "own price",
            "net price",
            "preis",
            "einzelpreis",
            "stückpreis",
            "prix",
            "prix unitaire",
            "pu",
            "prezzo",
            "prezzo unitario",
            "precio",
            "cena",
            "cena jednostkowa",
            "prijs",
            "pris"));
    NAMES.put(
        PasteRole.DISCOUNT,
        Set.of(
            "discount",
            "discount %",
            "discount percent",
            "less",
            "rabatt",
            "nachlass",
            "remise",
            "sconto",
            "descuento",
            "sleva",
            "rabat",
            "korting"));
    NAMES.put(
        PasteRole.REQUESTED,
        Set.of(
            "wanted",
            "wanted on",
            "date",
            "requested",
            "requested on",
            "delivery date",
            "datum",
            "liefertermin",
            "wunschtermin",
            "date de livraison",
            "data",
            "fecha",
            "termín",
            "termin",
            "leverdatum"));
  }

  private Headings() {}

  /**
   * What the columns are, where a row names a code or a description; other columns are left away.
   */
  static Optional<Map<Integer, PasteRole>> of(Table.Row row) {
    Map<Integer, PasteRole> roles = new HashMap<>();
    for (int i = 0; i < row.cells().size(); i++) {
      int at = i;
      role(row.at(i)).filter(role -> !roles.containsValue(role)).ifPresent(r -> roles.put(at, r));
    }
    return roles.containsValue(PasteRole.CODE) || roles.containsValue(PasteRole.DESCRIPTION)
        ? Optional.of(roles)
        : Optional.empty();
  }

  private static Optional<PasteRole> role(String typed) {
    String name =
        typed
            .strip()
            .toLowerCase(Locale.ROOT)
            .replaceAll("[.:/_-]+", " ")
            .replaceAll("\\s+", " ")
            .strip();
    return NAMES.entrySet().stream()
        .filter(entry -> entry.getValue().contains(name))
        .map(Map.Entry::getKey)
        .findFirst();
  }
}
