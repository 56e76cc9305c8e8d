-- After how many months what came to nothing is erased; NULL for never.
CREATE TABLE retention (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  enquiry_months INTEGER,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
INSERT INTO retention (id) VALUES (1);
