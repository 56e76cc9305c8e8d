-- Users: several roles each, a second factor, invitations and links by email.

CREATE TABLE person_role (
  person_id INTEGER NOT NULL REFERENCES person(id),
  role TEXT NOT NULL CHECK (role IN ('rep', 'manager', 'credit-controller', 'administrator', 'system')),
  PRIMARY KEY (person_id, role)
) STRICT, WITHOUT ROWID;
INSERT INTO person_role (person_id, role) SELECT id, role FROM person;
ALTER TABLE person DROP COLUMN role;

-- The secret of their second factor, in base 32: NULL while they have none. The last step that was used is not taken again.
ALTER TABLE person ADD COLUMN second_factor TEXT;
ALTER TABLE person ADD COLUMN second_factor_offered TEXT;
ALTER TABLE person ADD COLUMN second_factor_step INTEGER NOT NULL DEFAULT 0;
-- Set while they were invited and have not chosen a password.
ALTER TABLE person ADD COLUMN invited_at TEXT;
CREATE TABLE recovery_code (
  person_id INTEGER NOT NULL REFERENCES person(id),
  hash TEXT NOT NULL,
  PRIMARY KEY (person_id, hash)
) STRICT, WITHOUT ROWID;

-- A link by email with which somebody chooses a password; only the hash of its secret is kept.
CREATE TABLE password_link (
  id INTEGER PRIMARY KEY,
  person_id INTEGER NOT NULL REFERENCES person(id),
  purpose TEXT NOT NULL CHECK (purpose IN ('invitation', 'reset')),
  hash TEXT NOT NULL UNIQUE,
  until TEXT NOT NULL,
  used_at TEXT
) STRICT;
CREATE INDEX password_link_person ON password_link(person_id);

-- Whether everybody must have a second factor.
ALTER TABLE company ADD COLUMN second_factor_required INTEGER NOT NULL DEFAULT 0;

-- The purposes of texts are those that the application knows; the new ones are those of the two links.
CREATE TABLE text_of_purpose (
  id INTEGER PRIMARY KEY,
  purpose TEXT NOT NULL,
  business TEXT NOT NULL DEFAULT '' CHECK (business IN ('', 'new', 'renewal', 'price-rise')),
  language TEXT NOT NULL,
  body TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1,
  UNIQUE (purpose, business, language)
) STRICT;
INSERT INTO text_of_purpose (id, purpose, business, language, body, version)
  SELECT id, purpose, business, language, body, version FROM document_text;
DROP TABLE document_text;
ALTER TABLE text_of_purpose RENAME TO document_text;
INSERT INTO document_text (purpose, business, language, body) VALUES
  ('invitation-email', '', 'en', '{salutation}

{company} works with Firm Tally, and you are invited to work with it too. Choose a password here; your user name is {user name}:
{link}

The link can be used once, within seven days.

{rep}
{company}'),
  ('password-email', '', 'en', '{salutation}

with this link you choose another password for {user name}:
{link}

It can be used once, within half an hour. If you did not ask for it, leave it unused: your password stays as it is.

{company}');
