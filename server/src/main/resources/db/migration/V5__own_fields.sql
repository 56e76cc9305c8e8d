-- Fields that a company adds to its records.
CREATE TABLE own_field (
  id INTEGER PRIMARY KEY,
  record TEXT NOT NULL CHECK (record IN ('account', 'contact', 'enquiry', 'opportunity', 'product')),
  name TEXT NOT NULL COLLATE NOCASE,
  kind TEXT NOT NULL CHECK (kind IN ('text', 'number', 'amount', 'date', 'choice', 'yes-no')),
  -- Of a choice: what there is to choose from, as a JSON list.
  choices TEXT NOT NULL DEFAULT '[]',
  required INTEGER NOT NULL DEFAULT 0,
  in_list INTEGER NOT NULL DEFAULT 0,
  position INTEGER NOT NULL,
  ended_at TEXT,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE UNIQUE INDEX own_field_name ON own_field(record, name) WHERE ended_at IS NULL;

-- As it is written for a program: a decimal, an ISO day, yes or no. Numbers beside it in ten-thousandths, to compare by.
CREATE TABLE own_value (
  field_id INTEGER NOT NULL REFERENCES own_field(id),
  record_id INTEGER NOT NULL,
  text TEXT NOT NULL,
  number INTEGER,
  PRIMARY KEY (field_id, record_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX own_value_text ON own_value(field_id, text COLLATE NOCASE);
CREATE INDEX own_value_number ON own_value(field_id, number) WHERE number IS NOT NULL;
CREATE TABLE own_version (
  record TEXT NOT NULL,
  record_id INTEGER NOT NULL,
  version INTEGER NOT NULL,
  PRIMARY KEY (record, record_id)
) STRICT, WITHOUT ROWID;
