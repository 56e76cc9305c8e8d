-- What was fixed in the code or only in the demo becomes settings.

-- Who may give what, in force from a day: the last one that has begun holds. Roles are those that may sign above it.
CREATE TABLE selling_policy (
  id INTEGER PRIMARY KEY,
  from_day TEXT NOT NULL,
  made_by INTEGER NOT NULL REFERENCES person(id),
  made_at TEXT NOT NULL,
  price_policy TEXT NOT NULL CHECK (price_policy IN ('specific', 'lowest')),
  rep_discount INTEGER NOT NULL,
  manager_discount INTEGER NOT NULL,
  document_floor INTEGER,
  document_floor_role TEXT NOT NULL DEFAULT 'manager' CHECK (document_floor_role IN ('manager', 'administrator')),
  gift_cost INTEGER,
  gift_cost_role TEXT NOT NULL DEFAULT 'manager' CHECK (gift_cost_role IN ('manager', 'administrator')),
  -- Above it a line with a cost of its own, not the catalogue's, wants a manager's sign-off.
  own_cost_over INTEGER,
  -- Taken back before it began.
  withdrawn_at TEXT
) STRICT;
CREATE TABLE selling_policy_family (
  policy_id INTEGER NOT NULL REFERENCES selling_policy(id),
  family TEXT NOT NULL,
  margin INTEGER NOT NULL,
  role TEXT NOT NULL CHECK (role IN ('manager', 'administrator')),
  PRIMARY KEY (policy_id, family)
) STRICT, WITHOUT ROWID;
CREATE TABLE selling_policy_value (
  policy_id INTEGER NOT NULL REFERENCES selling_policy(id),
  amount INTEGER NOT NULL,
  role TEXT NOT NULL CHECK (role IN ('manager', 'administrator')),
  PRIMARY KEY (policy_id, amount)
) STRICT, WITHOUT ROWID;
INSERT INTO selling_policy (id, from_day, made_by, made_at, price_policy, rep_discount, manager_discount, document_floor,
                            document_floor_role, gift_cost, gift_cost_role, own_cost_over)
  SELECT 1, '2000-01-01', 0, '2000-01-01T00:00:00Z', price_policy,
         COALESCE((SELECT discount FROM sign_off_level WHERE role = 'rep'), 100000),
         COALESCE((SELECT discount FROM sign_off_level WHERE role = 'manager'), 1000000),
         document_floor, COALESCE(document_floor_role, 'manager'), gift_cost, COALESCE(gift_cost_role, 'manager'), own_cost_over
  FROM company;
INSERT INTO selling_policy_family (policy_id, family, margin, role) SELECT 1, family, margin, role FROM family_floor;
INSERT INTO selling_policy_value (policy_id, amount, role)
  SELECT 1, value_over, COALESCE(value_over_role, 'manager') FROM company WHERE value_over IS NOT NULL;
DROP TABLE sign_off_level;
DROP TABLE family_floor;
ALTER TABLE company DROP COLUMN price_policy;
ALTER TABLE company DROP COLUMN document_floor;
ALTER TABLE company DROP COLUMN document_floor_role;
ALTER TABLE company DROP COLUMN gift_cost;
ALTER TABLE company DROP COLUMN gift_cost_role;
ALTER TABLE company DROP COLUMN value_over;
ALTER TABLE company DROP COLUMN value_over_role;
ALTER TABLE company DROP COLUMN own_cost_over;

-- Days and months that the work goes by.
CREATE TABLE working_days (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  quote_valid INTEGER NOT NULL DEFAULT 30,
  -- Before a quote expires: when it is followed up, and when the day sheet names it.
  follow_up_before INTEGER NOT NULL DEFAULT 7,
  expiring INTEGER NOT NULL DEFAULT 7,
  -- Without contact an opportunity counts as silent.
  silent INTEGER NOT NULL DEFAULT 14,
  invoice_after INTEGER NOT NULL DEFAULT 14,
  notice_months INTEGER NOT NULL DEFAULT 1,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
INSERT INTO working_days (id, quote_valid) VALUES (1, COALESCE((SELECT quote_days FROM company), 30));
ALTER TABLE company DROP COLUMN quote_days;

-- Taxes by name. One is usual; a percent that changes on a day changes then for every product that has it.
CREATE TABLE tax_rate (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  percent INTEGER NOT NULL,
  usual INTEGER NOT NULL DEFAULT 0,
  ended_at TEXT
) STRICT;
CREATE UNIQUE INDEX tax_rate_percent ON tax_rate(percent) WHERE ended_at IS NULL;
CREATE UNIQUE INDEX tax_rate_usual ON tax_rate(usual) WHERE usual = 1 AND ended_at IS NULL;
CREATE TABLE tax_change (
  id INTEGER PRIMARY KEY,
  rate_id INTEGER NOT NULL REFERENCES tax_rate(id),
  from_day TEXT NOT NULL,
  percent INTEGER NOT NULL,
  made_by INTEGER NOT NULL REFERENCES person(id),
  done_at TEXT,
  withdrawn_at TEXT
) STRICT;
INSERT INTO tax_rate (name, percent, usual)
  SELECT CASE WHEN tax = 0 THEN 'Zero rate' ELSE 'Tax ' || rtrim(rtrim(printf('%.4f', tax / 10000.0), '0'), '.') || ' %' END, tax,
         tax = COALESCE((SELECT usual_tax FROM company),
                        (SELECT tax FROM product GROUP BY tax ORDER BY count(*) DESC, tax DESC LIMIT 1))
  FROM (SELECT DISTINCT tax FROM product UNION SELECT usual_tax FROM company WHERE usual_tax IS NOT NULL) ORDER BY tax DESC;
ALTER TABLE company DROP COLUMN usual_tax;

-- Words to choose from. What is no longer offered stays where it was chosen.
CREATE TABLE choice (
  list TEXT NOT NULL,
  value TEXT NOT NULL COLLATE NOCASE,
  position INTEGER NOT NULL,
  PRIMARY KEY (list, value)
) STRICT, WITHOUT ROWID;
INSERT INTO choice (list, value, position)
  SELECT 'industry', value, row_number() OVER (ORDER BY value)
  FROM (SELECT DISTINCT industry AS value FROM account WHERE industry <> '');
INSERT INTO choice (list, value, position)
  SELECT 'source', value, row_number() OVER (ORDER BY value)
  FROM (SELECT source AS value FROM opportunity WHERE source <> '' UNION SELECT source FROM enquiry_row WHERE source <> '');
INSERT INTO choice (list, value, position)
  SELECT 'price-group', value, row_number() OVER (ORDER BY value)
  FROM (SELECT price_group AS value FROM account WHERE price_group <> '' UNION
        SELECT for_whom FROM price_rule WHERE scope = 'group' AND for_whom <> '');
INSERT INTO choice (list, value, position)
  SELECT 'unit', value, row_number() OVER (ORDER BY value) FROM (SELECT DISTINCT unit AS value FROM product);
INSERT INTO choice (list, value, position)
  SELECT 'lost-reason', value, row_number() OVER (ORDER BY value)
  FROM (SELECT DISTINCT reason AS value FROM opportunity WHERE state = 'lost' AND reason <> '');
INSERT INTO choice (list, value, position) VALUES
  ('lost-reason', 'Price', 101), ('lost-reason', 'No budget', 102), ('lost-reason', 'Lost to competitor', 103),
  ('lost-reason', 'Delivery time', 104),
  ('not-pursued-reason', 'Order too small', 1), ('not-pursued-reason', 'No budget', 2), ('not-pursued-reason', 'Not reachable', 3),
  ('not-pursued-reason', 'Wrong product', 4), ('not-pursued-reason', 'Already a customer elsewhere', 5),
  ('tax-exemption', 'Intra-Community supply, exempt under Art. 138 of Directive 2006/112/EC', 1),
  ('tax-exemption', 'Export outside the EU, exempt under Art. 146 of Directive 2006/112/EC', 2),
  ('tax-exemption', 'Reverse charge: the customer owes the tax', 3)
  ON CONFLICT DO NOTHING;

-- How numbers of records begin; a letter without a row begins with itself.
CREATE TABLE number_range (
  letter TEXT PRIMARY KEY,
  prefix TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1
) STRICT, WITHOUT ROWID;

-- What is shown on papers and customer pages.
ALTER TABLE company ADD COLUMN logo TEXT REFERENCES file_content(sha256);
ALTER TABLE company ADD COLUMN logo_type TEXT;
ALTER TABLE company ADD COLUMN colour TEXT NOT NULL DEFAULT '';
-- The steps of the first days that somebody put aside.
ALTER TABLE company ADD COLUMN set_up_done INTEGER NOT NULL DEFAULT 0;
UPDATE company SET set_up_done = 1;
