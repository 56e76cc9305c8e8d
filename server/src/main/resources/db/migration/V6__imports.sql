-- One engine for every file: what was imported is kept in mind, so that it can be undone.
ALTER TABLE enquiry_import RENAME TO data_import;
ALTER TABLE data_import ADD COLUMN kind TEXT NOT NULL DEFAULT 'enquiries';
ALTER TABLE data_import ADD COLUMN added INTEGER NOT NULL DEFAULT 0;
ALTER TABLE data_import ADD COLUMN changed INTEGER NOT NULL DEFAULT 0;
-- Until which entry of the log it wrote itself: later ones are of others.
ALTER TABLE data_import ADD COLUMN log_to INTEGER NOT NULL DEFAULT 0;
ALTER TABLE data_import ADD COLUMN undone_at TEXT;
ALTER TABLE data_import ADD COLUMN undone_by INTEGER REFERENCES person(id);

-- What an import wrote; a row goes when it is undone.
CREATE TABLE data_import_row (
  import_id INTEGER NOT NULL REFERENCES data_import(id),
  record_id INTEGER NOT NULL,
  -- The version that the import left.
  version INTEGER NOT NULL,
  -- How it was before, where it was there before.
  before TEXT,
  own_before TEXT,
  PRIMARY KEY (import_id, record_id)
) STRICT, WITHOUT ROWID;

-- A file that was broken off before is taken back by the same.
INSERT INTO data_import_row (import_id, record_id, version)
  SELECT e.import_id, e.id, e.version FROM enquiry_row e JOIN data_import i ON i.id = e.import_id AND i.taken_at IS NULL;

CREATE TRIGGER account_unnamed AFTER DELETE ON account BEGIN
  DELETE FROM name_index WHERE rowid = old.id * 2;
END;
