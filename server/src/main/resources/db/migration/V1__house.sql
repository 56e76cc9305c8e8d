-- Amounts: minor units. Unit prices and costs: ten-thousandths. Quantities: thousandths. Percents: ten-thousandths of a percent.
-- Days: ISO text. Instants: UTC, ISO text. Nothing of the business is deleted.

CREATE TABLE company (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  name TEXT NOT NULL,
  currency TEXT NOT NULL,
  price_policy TEXT NOT NULL DEFAULT 'specific' CHECK (price_policy IN ('specific', 'lowest')),
  document_floor INTEGER,
  document_floor_role TEXT,
  gift_cost INTEGER,
  gift_cost_role TEXT,
  value_over INTEGER,
  value_over_role TEXT,
  quote_days INTEGER NOT NULL DEFAULT 30
) STRICT;

CREATE TABLE sign_off_level (position INTEGER PRIMARY KEY, role TEXT NOT NULL UNIQUE, discount INTEGER NOT NULL) STRICT;
CREATE TABLE family_floor (family TEXT PRIMARY KEY, margin INTEGER NOT NULL, role TEXT NOT NULL) STRICT;
CREATE TABLE counter (name TEXT PRIMARY KEY, next INTEGER NOT NULL) STRICT;

CREATE TABLE person (
  id INTEGER PRIMARY KEY,
  login TEXT NOT NULL UNIQUE COLLATE NOCASE,
  name TEXT NOT NULL,
  mail TEXT NOT NULL,
  role TEXT NOT NULL CHECK (role IN ('rep', 'manager', 'credit-controller', 'administrator')),
  team TEXT,
  password TEXT NOT NULL
) STRICT;

CREATE TABLE goal (
  person_id INTEGER NOT NULL REFERENCES person(id),
  month TEXT NOT NULL,
  amount INTEGER NOT NULL,
  PRIMARY KEY (person_id, month)
) STRICT, WITHOUT ROWID;

CREATE TABLE product (
  id INTEGER PRIMARY KEY,
  code TEXT NOT NULL UNIQUE,
  name TEXT NOT NULL,
  family TEXT NOT NULL,
  unit TEXT NOT NULL,
  list_price INTEGER NOT NULL,
  unit_cost INTEGER NOT NULL,
  tax INTEGER NOT NULL,
  every_months INTEGER,
  term_months INTEGER,
  on_sale INTEGER NOT NULL DEFAULT 1,
  stock INTEGER,
  coming INTEGER NOT NULL DEFAULT 0,
  lead_days INTEGER NOT NULL DEFAULT 0
) STRICT;
CREATE INDEX product_family ON product(family, code);

CREATE TABLE price_rule (
  id INTEGER PRIMARY KEY,
  code TEXT NOT NULL UNIQUE,
  scope TEXT NOT NULL CHECK (scope IN ('account', 'group', 'everyone')),
  for_whom TEXT,
  product TEXT REFERENCES product(code),
  family TEXT,
  min_quantity INTEGER NOT NULL DEFAULT 0,
  from_day TEXT,
  to_day TEXT,
  price INTEGER,
  percent_off INTEGER
) STRICT;
CREATE INDEX price_rule_scope ON price_rule(scope, for_whom);

CREATE TABLE account (
  id INTEGER PRIMARY KEY,
  number TEXT NOT NULL UNIQUE,
  name TEXT NOT NULL COLLATE NOCASE,
  kind TEXT NOT NULL CHECK (kind IN ('company', 'person')),
  standing TEXT NOT NULL CHECK (standing IN ('prospect', 'customer')),
  trade TEXT NOT NULL DEFAULT '',
  street TEXT NOT NULL DEFAULT '',
  postal TEXT NOT NULL DEFAULT '',
  town TEXT NOT NULL DEFAULT '',
  mail TEXT NOT NULL DEFAULT '',
  phone TEXT NOT NULL DEFAULT '',
  price_group TEXT,
  owner_id INTEGER NOT NULL REFERENCES person(id),
  terms_days INTEGER NOT NULL DEFAULT 30,
  late_days INTEGER NOT NULL DEFAULT 0,
  grace_days INTEGER NOT NULL DEFAULT 5,
  overdue_allowed INTEGER NOT NULL DEFAULT 0,
  watch_percent INTEGER NOT NULL DEFAULT 100000,
  stopped INTEGER NOT NULL DEFAULT 0,
  order_number_required INTEGER NOT NULL DEFAULT 0,
  note TEXT NOT NULL DEFAULT '',
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE INDEX account_name ON account(name, id);

CREATE TABLE contact (
  id INTEGER PRIMARY KEY,
  account_id INTEGER NOT NULL REFERENCES account(id),
  name TEXT NOT NULL,
  role TEXT NOT NULL DEFAULT '',
  mail TEXT NOT NULL DEFAULT '',
  phone TEXT NOT NULL DEFAULT ''
) STRICT;
CREATE INDEX contact_account ON contact(account_id);

CREATE TABLE credit_limit (
  account_id INTEGER NOT NULL REFERENCES account(id),
  from_day TEXT NOT NULL,
  amount INTEGER NOT NULL,
  PRIMARY KEY (account_id, from_day)
) STRICT, WITHOUT ROWID;

CREATE TABLE open_item (
  id INTEGER PRIMARY KEY,
  account_id INTEGER NOT NULL REFERENCES account(id),
  ref TEXT NOT NULL,
  balance INTEGER NOT NULL,
  due TEXT NOT NULL
) STRICT;
CREATE INDEX open_item_account ON open_item(account_id);

CREATE TABLE enquiry (
  id INTEGER PRIMARY KEY,
  number TEXT NOT NULL UNIQUE,
  taken_at TEXT NOT NULL,
  name TEXT NOT NULL,
  reach TEXT NOT NULL,
  town TEXT NOT NULL DEFAULT '',
  about TEXT NOT NULL,
  source TEXT NOT NULL,
  state TEXT NOT NULL CHECK (state IN ('new', 'talking', 'parked', 'dropped', 'taken-on')),
  owner_id INTEGER NOT NULL REFERENCES person(id),
  account_id INTEGER REFERENCES account(id),
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE INDEX enquiry_state ON enquiry(state, id);

CREATE TABLE sales_path (id INTEGER PRIMARY KEY, name TEXT NOT NULL, kind TEXT NOT NULL CHECK (kind IN ('new', 'renewal'))) STRICT;
CREATE TABLE stage (
  id INTEGER PRIMARY KEY,
  path_id INTEGER NOT NULL REFERENCES sales_path(id),
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  odds INTEGER NOT NULL,
  usual_days INTEGER NOT NULL,
  at_quote INTEGER NOT NULL DEFAULT 0,
  UNIQUE (path_id, position)
) STRICT;

-- A worksheet hangs on an opportunity, a quote or an order. "agreed" is its whole question as a document once it is locked.
CREATE TABLE worksheet (
  id INTEGER PRIMARY KEY,
  currency TEXT NOT NULL,
  discount_kind TEXT CHECK (discount_kind IN ('percent', 'amount')),
  discount INTEGER,
  agreed TEXT,
  list INTEGER NOT NULL DEFAULT 0,
  contract INTEGER NOT NULL DEFAULT 0,
  cost INTEGER NOT NULL DEFAULT 0,
  monthly INTEGER NOT NULL DEFAULT 0,
  invoice_total INTEGER NOT NULL DEFAULT 0,
  sign_off_role TEXT,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;

CREATE TABLE worksheet_line (
  worksheet_id INTEGER NOT NULL REFERENCES worksheet(id),
  position INTEGER NOT NULL,
  line_id TEXT NOT NULL,
  product TEXT REFERENCES product(code),
  description TEXT NOT NULL,
  family TEXT,
  list_price INTEGER,
  unit_cost INTEGER,
  tax INTEGER,
  quantity INTEGER NOT NULL,
  discount INTEGER,
  own_price INTEGER,
  gift INTEGER NOT NULL DEFAULT 0,
  optional INTEGER NOT NULL DEFAULT 0,
  alternative_set TEXT,
  chosen INTEGER NOT NULL DEFAULT 0,
  every_months INTEGER,
  term_months INTEGER,
  final INTEGER NOT NULL,
  cost INTEGER NOT NULL,
  PRIMARY KEY (worksheet_id, position)
) STRICT, WITHOUT ROWID;
CREATE INDEX worksheet_line_product ON worksheet_line(product);

CREATE TABLE opportunity (
  id INTEGER PRIMARY KEY,
  number TEXT NOT NULL UNIQUE,
  title TEXT NOT NULL,
  account_id INTEGER NOT NULL REFERENCES account(id),
  contact_id INTEGER REFERENCES contact(id),
  owner_id INTEGER NOT NULL REFERENCES person(id),
  path_id INTEGER NOT NULL REFERENCES sales_path(id),
  stage_id INTEGER NOT NULL REFERENCES stage(id),
  state TEXT NOT NULL CHECK (state IN ('open', 'won', 'lost')),
  stage_since TEXT NOT NULL,
  opened_on TEXT NOT NULL,
  expected_close TEXT NOT NULL,
  slips INTEGER NOT NULL DEFAULT 0,
  own_odds INTEGER,
  worksheet_id INTEGER NOT NULL UNIQUE REFERENCES worksheet(id),
  enquiry_id INTEGER REFERENCES enquiry(id),
  renews_id INTEGER REFERENCES agreement(id),
  closed_on TEXT,
  won_amount INTEGER,
  reason TEXT,
  note TEXT NOT NULL DEFAULT '',
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE INDEX opportunity_close ON opportunity(state, expected_close, id);
CREATE INDEX opportunity_owner ON opportunity(owner_id, state, expected_close);
CREATE INDEX opportunity_account ON opportunity(account_id, state);
CREATE INDEX opportunity_stage ON opportunity(stage_id, state);
CREATE INDEX opportunity_renews ON opportunity(renews_id);
CREATE INDEX opportunity_enquiry ON opportunity(enquiry_id);
CREATE INDEX opportunity_closed ON opportunity(closed_on, state);

CREATE TABLE stage_log (
  id INTEGER PRIMARY KEY,
  opportunity_id INTEGER NOT NULL REFERENCES opportunity(id),
  at TEXT NOT NULL,
  person_id INTEGER NOT NULL REFERENCES person(id),
  from_stage INTEGER REFERENCES stage(id),
  to_stage INTEGER NOT NULL REFERENCES stage(id),
  value INTEGER NOT NULL
) STRICT;
CREATE INDEX stage_log_opportunity ON stage_log(opportunity_id, id);

CREATE TABLE activity (
  id INTEGER PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('call', 'mail', 'meeting', 'task', 'note')),
  subject TEXT NOT NULL,
  due TEXT NOT NULL,
  person_id INTEGER NOT NULL REFERENCES person(id),
  opportunity_id INTEGER REFERENCES opportunity(id),
  done_at TEXT,
  outcome TEXT NOT NULL DEFAULT '',
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE INDEX activity_opportunity ON activity(opportunity_id, done_at, due);
CREATE INDEX activity_due ON activity(person_id, due) WHERE done_at IS NULL;

CREATE TABLE quote (
  id INTEGER PRIMARY KEY,
  number TEXT NOT NULL UNIQUE,
  opportunity_id INTEGER NOT NULL REFERENCES opportunity(id),
  state TEXT NOT NULL CHECK (state IN ('draft', 'sent', 'ordered')),
  worksheet_id INTEGER NOT NULL UNIQUE REFERENCES worksheet(id),
  made_by INTEGER NOT NULL REFERENCES person(id),
  made_on TEXT NOT NULL,
  valid_until TEXT NOT NULL,
  addressee TEXT NOT NULL,
  mail_to TEXT NOT NULL,
  letter TEXT NOT NULL,
  payment_terms TEXT NOT NULL,
  delivery_terms TEXT NOT NULL,
  sent_at TEXT,
  pdf BLOB,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE INDEX quote_opportunity ON quote(opportunity_id, id);
CREATE INDEX quote_state ON quote(state, valid_until);

CREATE TABLE customer_order (
  id INTEGER PRIMARY KEY,
  number TEXT NOT NULL UNIQUE,
  quote_id INTEGER NOT NULL UNIQUE REFERENCES quote(id),
  opportunity_id INTEGER NOT NULL REFERENCES opportunity(id),
  account_id INTEGER NOT NULL REFERENCES account(id),
  state TEXT NOT NULL CHECK (state IN ('hold', 'released', 'invoiced')),
  customer_number TEXT,
  worksheet_id INTEGER NOT NULL UNIQUE REFERENCES worksheet(id),
  placed_by INTEGER NOT NULL REFERENCES person(id),
  placed_on TEXT NOT NULL,
  invoice_on TEXT NOT NULL,
  released_at TEXT,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE INDEX customer_order_account ON customer_order(account_id, state);
CREATE INDEX customer_order_opportunity ON customer_order(opportunity_id);
CREATE INDEX customer_order_state ON customer_order(state, id);

CREATE TABLE order_hold (
  id INTEGER PRIMARY KEY,
  order_id INTEGER NOT NULL REFERENCES customer_order(id),
  reason TEXT NOT NULL,
  role TEXT NOT NULL,
  words TEXT NOT NULL,
  released_by INTEGER REFERENCES person(id),
  released_at TEXT,
  comment TEXT NOT NULL DEFAULT ''
) STRICT;
CREATE INDEX order_hold_order ON order_hold(order_id);

CREATE TABLE agreement (
  id INTEGER PRIMARY KEY,
  number TEXT NOT NULL UNIQUE,
  order_id INTEGER NOT NULL REFERENCES customer_order(id),
  account_id INTEGER NOT NULL REFERENCES account(id),
  state TEXT NOT NULL CHECK (state IN ('running', 'renewed', 'ended')),
  currency TEXT NOT NULL,
  start_day TEXT NOT NULL,
  term_months INTEGER NOT NULL,
  notice_months INTEGER NOT NULL,
  end_day TEXT NOT NULL,
  call_on TEXT NOT NULL,
  monthly INTEGER NOT NULL,
  value INTEGER NOT NULL,
  follows_id INTEGER REFERENCES agreement(id)
) STRICT;
CREATE INDEX agreement_end ON agreement(state, end_day);
CREATE INDEX agreement_account ON agreement(account_id);
CREATE INDEX agreement_order ON agreement(order_id);

CREATE TABLE agreement_line (
  agreement_id INTEGER NOT NULL REFERENCES agreement(id),
  line_id TEXT NOT NULL,
  product TEXT REFERENCES product(code),
  description TEXT NOT NULL,
  quantity INTEGER NOT NULL,
  unit_net INTEGER NOT NULL,
  every_months INTEGER NOT NULL,
  charge INTEGER NOT NULL,
  PRIMARY KEY (agreement_id, line_id)
) STRICT, WITHOUT ROWID;

CREATE TABLE outbox_mail (
  id INTEGER PRIMARY KEY,
  at TEXT NOT NULL,
  sender TEXT NOT NULL,
  recipient TEXT NOT NULL,
  subject TEXT NOT NULL,
  opportunity_id INTEGER REFERENCES opportunity(id),
  eml BLOB NOT NULL
) STRICT;

CREATE TABLE change_log (
  id INTEGER PRIMARY KEY,
  at TEXT NOT NULL,
  person_id INTEGER REFERENCES person(id),
  record TEXT NOT NULL,
  record_id INTEGER NOT NULL,
  what TEXT NOT NULL,
  before TEXT,
  after TEXT
) STRICT;
CREATE INDEX change_log_record ON change_log(record, record_id, id);

CREATE TABLE act_done (
  key TEXT NOT NULL,
  person_id INTEGER NOT NULL REFERENCES person(id),
  act TEXT NOT NULL,
  result_id INTEGER NOT NULL,
  at TEXT NOT NULL,
  PRIMARY KEY (key, person_id)
) STRICT, WITHOUT ROWID;

-- One index for the palette: every record that has a name or number.
CREATE VIRTUAL TABLE found USING fts5(kind UNINDEXED, record_id UNINDEXED, number, words, tokenize = "unicode61 remove_diacritics 2", prefix = '2 3');
