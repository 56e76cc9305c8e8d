-- What the company does by itself when something happened.
CREATE TABLE follow_up_rule (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  event TEXT NOT NULL,
  -- JSON: what the rule asks of the record, and what it does.
  conditions TEXT NOT NULL,
  actions TEXT NOT NULL,
  active INTEGER NOT NULL DEFAULT 1,
  -- Until which entry of the log it has looked.
  looked_to INTEGER NOT NULL,
  made_by INTEGER NOT NULL REFERENCES person(id),
  made_at TEXT NOT NULL,
  ended_at TEXT,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;

-- Each time that a rule fired: for one entry of the log once.
CREATE TABLE follow_up_firing (
  id INTEGER PRIMARY KEY,
  rule_id INTEGER NOT NULL REFERENCES follow_up_rule(id),
  log_id INTEGER NOT NULL,
  at TEXT NOT NULL,
  record TEXT NOT NULL,
  record_id INTEGER NOT NULL,
  number TEXT NOT NULL,
  done TEXT NOT NULL,
  failed INTEGER NOT NULL,
  UNIQUE (rule_id, log_id)
) STRICT;
