-- A worksheet's rows: priced lines, headings of sections and notes between them.
ALTER TABLE worksheet_line ADD COLUMN kind TEXT NOT NULL DEFAULT 'line' CHECK (kind IN ('line', 'section', 'note'));
ALTER TABLE worksheet_line ADD COLUMN requested_on TEXT;

-- Another way to work a worksheet out, kept beside it: what was typed, as a document.
CREATE TABLE worksheet_variant (
  id INTEGER PRIMARY KEY,
  worksheet_id INTEGER NOT NULL REFERENCES worksheet(id),
  name TEXT NOT NULL,
  typed TEXT NOT NULL,
  person_id INTEGER NOT NULL REFERENCES person(id),
  at TEXT NOT NULL,
  dropped_at TEXT
) STRICT;
CREATE INDEX worksheet_variant_worksheet ON worksheet_variant(worksheet_id, id);

ALTER TABLE product ADD COLUMN version INTEGER NOT NULL DEFAULT 1;
ALTER TABLE product ADD COLUMN picture TEXT REFERENCES file_content(sha256);
ALTER TABLE product ADD COLUMN picture_type TEXT;
ALTER TABLE price_rule ADD COLUMN version INTEGER NOT NULL DEFAULT 1;
-- A rule that was taken out of force stays for the worksheets that were agreed by it.
ALTER TABLE price_rule ADD COLUMN retired INTEGER NOT NULL DEFAULT 0;
CREATE INDEX price_rule_product ON price_rule(product) WHERE product IS NOT NULL;
CREATE INDEX price_rule_family ON price_rule(family) WHERE family IS NOT NULL;

-- The families that a customer may buy from; without any, all of them.
CREATE TABLE account_family (
  account_id INTEGER NOT NULL REFERENCES account(id),
  family TEXT NOT NULL,
  PRIMARY KEY (account_id, family)
) STRICT, WITHOUT ROWID;

-- Rows that are put into a worksheet at once: a kit is a few products, a template whole sections.
CREATE TABLE line_set (
  id INTEGER PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('kit', 'template')),
  code TEXT NOT NULL UNIQUE COLLATE NOCASE,
  name TEXT NOT NULL,
  typed TEXT NOT NULL,
  retired INTEGER NOT NULL DEFAULT 0,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;

-- The sizes of one kind of product as a table: a row and a column lead to a product.
CREATE TABLE size_grid (
  id INTEGER PRIMARY KEY,
  code TEXT NOT NULL UNIQUE COLLATE NOCASE,
  name TEXT NOT NULL,
  down TEXT NOT NULL,
  across TEXT NOT NULL,
  retired INTEGER NOT NULL DEFAULT 0,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE TABLE size_cell (
  grid_id INTEGER NOT NULL REFERENCES size_grid(id),
  row_position INTEGER NOT NULL,
  column_position INTEGER NOT NULL,
  row_name TEXT NOT NULL,
  column_name TEXT NOT NULL,
  product TEXT NOT NULL REFERENCES product(code),
  PRIMARY KEY (grid_id, row_position, column_position)
) STRICT, WITHOUT ROWID;

-- Prices that were changed at once: what each product had before and after, as a document.
CREATE TABLE price_change (
  id INTEGER PRIMARY KEY,
  at TEXT NOT NULL,
  person_id INTEGER NOT NULL REFERENCES person(id),
  words TEXT NOT NULL,
  prices TEXT NOT NULL,
  taken_back_at TEXT
) STRICT;
