-- When backups are made by themselves, and what became of each.
CREATE TABLE backup_plan (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  -- The hour of the company's day; NULL for never.
  hour INTEGER CHECK (hour BETWEEN 0 AND 23),
  keep INTEGER NOT NULL,
  days INTEGER NOT NULL,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
INSERT INTO backup_plan (id, hour, keep, days) VALUES (1, 2, 30, 90);
CREATE TABLE backup_log (
  id INTEGER PRIMARY KEY,
  at TEXT NOT NULL,
  file TEXT NOT NULL,
  bytes INTEGER NOT NULL,
  millis INTEGER NOT NULL,
  planned INTEGER NOT NULL,
  -- Why it failed; NULL where it was made and checked.
  failure TEXT
) STRICT;
