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
  -- Above it a line with a cost of its own, not the catalogue's, wants a manager's sign-off.
  own_cost_over INTEGER,
  quote_days INTEGER NOT NULL DEFAULT 30,
  -- In which its days begin; NULL for the machine's.
  time_zone TEXT,
  usual_tax INTEGER,
  -- What stands on its papers.
  street TEXT NOT NULL DEFAULT '',
  postal TEXT NOT NULL DEFAULT '',
  town TEXT NOT NULL DEFAULT '',
  country TEXT NOT NULL DEFAULT '',
  phone TEXT NOT NULL DEFAULT '',
  email TEXT NOT NULL DEFAULT '',
  website TEXT NOT NULL DEFAULT '',
  tax_id TEXT NOT NULL DEFAULT '',
  registration TEXT NOT NULL DEFAULT '',
  bank TEXT NOT NULL DEFAULT '',
  -- Of its texts, where an account has no other.
  language TEXT NOT NULL DEFAULT 'en',
  version INTEGER NOT NULL DEFAULT 1
) STRICT;

-- What letters and papers begin as, with fields in braces. Business is blank for whatever has no text of its own.
CREATE TABLE document_text (
  id INTEGER PRIMARY KEY,
  purpose TEXT NOT NULL CHECK (purpose IN ('quote-letter', 'quote-email', 'payment-terms', 'delivery-terms', 'general-terms',
    'order-email', 'delivery-email', 'invoice-email', 'reminder-first', 'reminder-second', 'reminder-last',
    'customer-page-email', 'answer-email', 'follow-up-email', 'introduction-email', 'appointment-email')),
  business TEXT NOT NULL DEFAULT '' CHECK (business IN ('', 'new', 'renewal', 'price-rise')),
  language TEXT NOT NULL,
  body TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1,
  UNIQUE (purpose, business, language)
) STRICT;
INSERT INTO document_text (purpose, business, language, body) VALUES
  ('quote-letter', '', 'en', '{salutation}

thank you for your enquiry about {subject}. We are pleased to offer the following, valid until {valid until}.

To order, reply with your PO number.'),
  ('quote-letter', 'renewal', 'en', '{salutation}

your current term ends soon, and we would be glad to go on with you. This is our offer for the next term of {subject}, valid until {valid until}.

To renew, reply with your PO number.'),
  ('quote-letter', 'price-rise', 'en', '{salutation}

our own costs have risen since your last term of {subject}. The prices below hold for the next term; this offer is valid until {valid until}.

Please call {rep} if you would like to talk it over.'),
  ('quote-email', '', 'en', '{salutation}

please find our quote {quote} for {subject} enclosed, {total} {currency} with tax, valid until {valid until}.

You can also read, pick options and accept it here:
{link}

{rep}
{company}'),
  ('payment-terms', '', 'en', 'Net within {terms days} days of the invoice'),
  ('delivery-terms', '', 'en', 'Delivered to your site, unloading by you'),
  ('general-terms', '', 'en', ''),
  ('order-email', '', 'en', '{salutation}

thank you for your order. We confirm it as {number}, {total} {currency} with tax; the confirmation is enclosed.

{company}'),
  ('delivery-email', '', 'en', '{salutation}

your goods are on their way. The delivery note {number} is enclosed.

{company}'),
  ('invoice-email', '', 'en', '{salutation}

please find {number} over {total} {currency} enclosed. When you pay, please give the reference that stands on it.

{company}'),
  ('reminder-first', '', 'en', '{salutation}

in the rush of the day these invoices may have slipped through. {total} {currency} is past its due day. If you have paid meanwhile, thank you; please disregard this letter.

{company}'),
  ('reminder-second', '', 'en', '{salutation}

we have reminded you of these invoices before. {total} {currency} is overdue. Please pay within the next seven days, or call us and tell us by when we can expect it.

{company}'),
  ('reminder-last', '', 'en', '{salutation}

despite our reminders {total} {currency} has not reached us. Until it does we cannot release further orders. Please pay at once.

{company}'),
  ('customer-page-email', '', 'en', '{salutation}

with this link you get to your customer page, where you find your quotes, orders and invoices and can order:
{link}

It can be used once and only for a short time. If you did not ask for it, leave it unused.

{company}'),
  ('follow-up-email', '', 'en', '{salutation}

I would like to ask where you stand with {subject}. Is there anything that I can still do for your decision?

{rep}
{company}
{rep phone}'),
  ('introduction-email', '', 'en', '{salutation}

thank you for your interest in {subject}. I look after you here and will gladly advise you. When may I call you?

{rep}
{company}
{rep phone}'),
  ('appointment-email', '', 'en', '{salutation}

I would like to come and see you about {subject}. Would one of the next days suit you?

{rep}
{company}
{rep phone}'),
  ('answer-email', '', 'en', '{salutation}

you asked: {question}

{answer}

{rep}
{company}');

-- What holds for customers who have no setting of their own, and for what is owed.
CREATE TABLE credit_rules (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  -- How much a customer without a limit of their own may owe.
  usual_limit INTEGER NOT NULL,
  terms_days INTEGER NOT NULL,
  grace_days INTEGER NOT NULL,
  overdue_allowed INTEGER NOT NULL,
  watch_percent INTEGER NOT NULL,
  -- From which order value on a deposit is planned, and how much of it; NULL for never.
  deposit_over INTEGER,
  deposit_percent INTEGER NOT NULL,
  -- So many days after the due day each stage of reminding begins.
  first_reminder INTEGER NOT NULL,
  second_reminder INTEGER NOT NULL,
  last_reminder INTEGER NOT NULL,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;

CREATE TABLE sign_off_level (position INTEGER PRIMARY KEY, role TEXT NOT NULL UNIQUE, discount INTEGER NOT NULL) STRICT;
CREATE TABLE family_floor (family TEXT PRIMARY KEY, margin INTEGER NOT NULL, role TEXT NOT NULL) STRICT;
CREATE TABLE counter (name TEXT PRIMARY KEY, next INTEGER NOT NULL) STRICT;

CREATE TABLE person (
  id INTEGER PRIMARY KEY,
  login TEXT NOT NULL UNIQUE COLLATE NOCASE,
  name TEXT NOT NULL,
  email TEXT NOT NULL,
  phone TEXT NOT NULL DEFAULT '',
  role TEXT NOT NULL CHECK (role IN ('rep', 'manager', 'credit-controller', 'administrator', 'system')),
  team TEXT,
  password TEXT NOT NULL,
  calendar_key TEXT UNIQUE,
  deactivated_at TEXT,
  -- Raised to end all sessions of somebody: a session that began with another number is over.
  session_number INTEGER NOT NULL DEFAULT 1,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
-- What the company does by itself is done by this one; nobody signs in as it.
INSERT INTO person (id, login, name, email, role, password) VALUES (0, 'system', 'Firm Tally', '', 'system', '');

-- Somebody is away, and who answers for them meanwhile; both days included.
CREATE TABLE absence (
  id INTEGER PRIMARY KEY,
  person_id INTEGER NOT NULL REFERENCES person(id),
  deputy_id INTEGER NOT NULL REFERENCES person(id),
  from_day TEXT NOT NULL,
  until_day TEXT NOT NULL,
  ended_at TEXT
) STRICT;
CREATE INDEX absence_deputy ON absence(deputy_id, until_day);

CREATE TABLE goal (
  person_id INTEGER NOT NULL REFERENCES person(id),
  month TEXT NOT NULL,
  amount INTEGER NOT NULL,
  PRIMARY KEY (person_id, month)
) STRICT, WITHOUT ROWID;

-- Goals of a team, a product family or a process beside those of reps; the key is a name, of a process its id.
CREATE TABLE goal_part (
  kind TEXT NOT NULL CHECK (kind IN ('team', 'family', 'process')),
  key TEXT NOT NULL,
  month TEXT NOT NULL,
  amount INTEGER NOT NULL,
  PRIMARY KEY (kind, key, month)
) STRICT, WITHOUT ROWID;
CREATE TABLE goal_part_year (
  year INTEGER PRIMARY KEY,
  version INTEGER NOT NULL
) STRICT;

-- The version of all goals of a year, as they are set on one screen; none while nobody did.
CREATE TABLE goal_year (
  year INTEGER PRIMARY KEY,
  version INTEGER NOT NULL
) STRICT;

-- A file's content is kept once, by its checksum; a record's file names it.
CREATE TABLE file_content (sha256 TEXT PRIMARY KEY, bytes BLOB NOT NULL) STRICT;

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
  active INTEGER NOT NULL DEFAULT 1,
  stock INTEGER,
  on_order INTEGER NOT NULL DEFAULT 0,
  -- For released orders that are not delivered yet; kept by what happens to their lines.
  reserved INTEGER NOT NULL DEFAULT 0,
  lead_days INTEGER NOT NULL DEFAULT 0,
  version INTEGER NOT NULL DEFAULT 1,
  picture TEXT REFERENCES file_content(sha256),
  picture_type TEXT
) STRICT;
CREATE INDEX product_family ON product(family, code);

-- What comes in, as the stock feed tells.
CREATE TABLE stock_arrival (
  id INTEGER PRIMARY KEY,
  product TEXT NOT NULL REFERENCES product(code),
  due TEXT NOT NULL,
  quantity INTEGER NOT NULL CHECK (quantity > 0),
  ref TEXT NOT NULL DEFAULT '',
  arrived_at TEXT
) STRICT;
CREATE INDEX stock_arrival_product ON stock_arrival(product, due) WHERE arrived_at IS NULL;

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
  percent_off INTEGER,
  version INTEGER NOT NULL DEFAULT 1,
  deactivated INTEGER NOT NULL DEFAULT 0
) STRICT;
CREATE INDEX price_rule_scope ON price_rule(scope, for_whom);

CREATE TABLE account (
  id INTEGER PRIMARY KEY,
  number TEXT NOT NULL UNIQUE,
  name TEXT NOT NULL COLLATE NOCASE,
  kind TEXT NOT NULL CHECK (kind IN ('company', 'person')),
  status TEXT NOT NULL CHECK (status IN ('prospect', 'customer')),
  industry TEXT NOT NULL DEFAULT '',
  street TEXT NOT NULL DEFAULT '',
  postal TEXT NOT NULL DEFAULT '',
  town TEXT NOT NULL DEFAULT '',
  email TEXT NOT NULL DEFAULT '',
  phone TEXT NOT NULL DEFAULT '',
  price_group TEXT,
  owner_id INTEGER NOT NULL REFERENCES person(id),
  terms_days INTEGER NOT NULL DEFAULT 30,
  late_days INTEGER NOT NULL DEFAULT 0,
  grace_days INTEGER NOT NULL DEFAULT 5,
  overdue_allowed INTEGER NOT NULL DEFAULT 0,
  watch_percent INTEGER NOT NULL DEFAULT 100000,
  stopped INTEGER NOT NULL DEFAULT 0,
  po_number_required INTEGER NOT NULL DEFAULT 0,
  -- Why no tax is charged, in the words of the law; blank where it is.
  tax_exemption TEXT NOT NULL DEFAULT '',
  -- Planned on every order of theirs.
  deposit_percent INTEGER NOT NULL DEFAULT 0,
  -- Under which name their bank pays, where it is another.
  pays_as TEXT NOT NULL DEFAULT '',
  remind INTEGER NOT NULL DEFAULT 1,
  -- On their papers, as their tax office knows them; and in which language they are written to, blank for ours.
  tax_id TEXT NOT NULL DEFAULT '',
  country TEXT NOT NULL DEFAULT '',
  language TEXT NOT NULL DEFAULT '',
  note TEXT NOT NULL DEFAULT '',
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE INDEX account_name ON account(name, id);
CREATE INDEX account_owner ON account(owner_id);
CREATE INDEX account_email ON account(lower(email)) WHERE email <> '';

CREATE TABLE contact (
  id INTEGER PRIMARY KEY,
  account_id INTEGER NOT NULL REFERENCES account(id),
  name TEXT NOT NULL,
  role TEXT NOT NULL DEFAULT '',
  email TEXT NOT NULL DEFAULT '',
  phone TEXT NOT NULL DEFAULT '',
  channel TEXT NOT NULL DEFAULT '' CHECK (channel IN ('', 'phone', 'email', 'visit')),
  hours TEXT NOT NULL DEFAULT '',
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE INDEX contact_account ON contact(account_id);
CREATE INDEX contact_email ON contact(lower(email)) WHERE email <> '';

-- The last digits of every phone number, as duplicates are found by.
CREATE TABLE phone_digits (
  digits TEXT NOT NULL,
  record TEXT NOT NULL,
  record_id INTEGER NOT NULL,
  PRIMARY KEY (digits, record, record_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX phone_digits_record ON phone_digits(record, record_id);

CREATE TABLE account_note (
  id INTEGER PRIMARY KEY,
  account_id INTEGER NOT NULL REFERENCES account(id),
  person_id INTEGER NOT NULL REFERENCES person(id),
  at TEXT NOT NULL,
  words TEXT NOT NULL,
  pinned INTEGER NOT NULL DEFAULT 0
) STRICT;
CREATE INDEX account_note_account ON account_note(account_id, pinned DESC, id DESC);

-- A book of accounts handed to a colleague; with a last day it goes back by itself.
CREATE TABLE reassignment (
  id INTEGER PRIMARY KEY,
  from_id INTEGER NOT NULL REFERENCES person(id),
  to_id INTEGER NOT NULL REFERENCES person(id),
  made_by INTEGER NOT NULL REFERENCES person(id),
  made_on TEXT NOT NULL,
  until TEXT,
  ended_on TEXT
) STRICT;
CREATE INDEX reassignment_until ON reassignment(until) WHERE until IS NOT NULL AND ended_on IS NULL;
CREATE TABLE reassignment_record (
  reassignment_id INTEGER NOT NULL REFERENCES reassignment(id),
  record TEXT NOT NULL CHECK (record IN ('account', 'opportunity', 'product', 'company')),
  record_id INTEGER NOT NULL,
  PRIMARY KEY (reassignment_id, record, record_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX reassignment_record_record ON reassignment_record(record, record_id);

CREATE TABLE credit_limit (
  account_id INTEGER NOT NULL REFERENCES account(id),
  from_day TEXT NOT NULL,
  amount INTEGER NOT NULL,
  PRIMARY KEY (account_id, from_day)
) STRICT, WITHOUT ROWID;

-- What a customer owes or is owed: an invoice, a credit note, or what was open before it came here.
CREATE TABLE open_item (
  id INTEGER PRIMARY KEY,
  account_id INTEGER NOT NULL REFERENCES account(id),
  ref TEXT NOT NULL,
  document_id INTEGER UNIQUE REFERENCES document(id),
  -- Of a credit note: what it is for.
  of_id INTEGER REFERENCES open_item(id),
  on_day TEXT NOT NULL,
  due TEXT NOT NULL,
  total INTEGER NOT NULL,
  -- What is left of it, and when nothing was; the settlement writes both.
  balance INTEGER NOT NULL,
  settled_on TEXT,
  promised_on TEXT,
  promise TEXT NOT NULL DEFAULT '',
  reminder_stage INTEGER NOT NULL DEFAULT 0,
  reminded_on TEXT,
  version INTEGER NOT NULL DEFAULT 1,
  UNIQUE (account_id, ref)
) STRICT;
CREATE INDEX open_item_open ON open_item(due, account_id) WHERE balance <> 0;
CREATE INDEX open_item_ref ON open_item(ref);

-- What came in. Without an account it waits for somebody to say whose it is.
CREATE TABLE payment (
  id INTEGER PRIMARY KEY,
  account_id INTEGER REFERENCES account(id),
  on_day TEXT NOT NULL,
  amount INTEGER NOT NULL CHECK (amount > 0),
  payer TEXT NOT NULL,
  words TEXT NOT NULL,
  -- As the bank calls it: the same line of a statement is never taken twice.
  bank_ref TEXT UNIQUE,
  how TEXT NOT NULL CHECK (how IN ('reference', 'amount', 'proposed', 'by-hand')),
  proposal TEXT NOT NULL DEFAULT '',
  state TEXT NOT NULL CHECK (state IN ('open', 'booked', 'undone')),
  unapplied INTEGER NOT NULL DEFAULT 0,
  taken_by INTEGER NOT NULL REFERENCES person(id),
  taken_at TEXT NOT NULL,
  booked_by INTEGER REFERENCES person(id),
  booked_at TEXT,
  undone_by INTEGER REFERENCES person(id),
  undone_at TEXT,
  reason TEXT NOT NULL DEFAULT '',
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE INDEX payment_account ON payment(account_id, state, on_day);
CREATE INDEX payment_state ON payment(state, id);
-- Which invoices a payment was said to be for, in that order.
CREATE TABLE payment_for (
  payment_id INTEGER NOT NULL REFERENCES payment(id),
  position INTEGER NOT NULL,
  item_id INTEGER NOT NULL REFERENCES open_item(id),
  PRIMARY KEY (payment_id, position)
) STRICT, WITHOUT ROWID;
-- What of it went to which, as the settlement found.
CREATE TABLE payment_applied (
  payment_id INTEGER NOT NULL REFERENCES payment(id),
  item_id INTEGER NOT NULL REFERENCES open_item(id),
  amount INTEGER NOT NULL,
  PRIMARY KEY (payment_id, item_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX payment_applied_item ON payment_applied(item_id);

CREATE TABLE reminder (
  id INTEGER PRIMARY KEY,
  account_id INTEGER NOT NULL REFERENCES account(id),
  stage INTEGER NOT NULL,
  at TEXT NOT NULL,
  on_day TEXT NOT NULL,
  person_id INTEGER NOT NULL REFERENCES person(id),
  total INTEGER NOT NULL,
  sent_to TEXT NOT NULL,
  paper TEXT REFERENCES file_content(sha256)
) STRICT;
CREATE INDEX reminder_account ON reminder(account_id, id);
CREATE TABLE reminder_item (
  reminder_id INTEGER NOT NULL REFERENCES reminder(id),
  item_id INTEGER NOT NULL REFERENCES open_item(id),
  balance INTEGER NOT NULL,
  PRIMARY KEY (reminder_id, item_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX open_item_account ON open_item(account_id);

-- A file of enquiries that is taken down in parts. They are there for everybody at once, when it is taken.
CREATE TABLE enquiry_import (
  id INTEGER PRIMARY KEY,
  person_id INTEGER NOT NULL REFERENCES person(id),
  file TEXT NOT NULL,
  began_at TEXT NOT NULL,
  taken_at TEXT,
  -- Until which of its enquiries those that were taken are in the search.
  found_to INTEGER NOT NULL DEFAULT 0
) STRICT;
CREATE INDEX enquiry_import_not_taken ON enquiry_import(id) WHERE taken_at IS NULL;

CREATE TABLE enquiry_row (
  id INTEGER PRIMARY KEY,
  number TEXT NOT NULL UNIQUE,
  added_at TEXT NOT NULL,
  name TEXT NOT NULL,
  person TEXT NOT NULL DEFAULT '',
  email TEXT NOT NULL DEFAULT '',
  phone TEXT NOT NULL DEFAULT '',
  postal TEXT NOT NULL DEFAULT '',
  town TEXT NOT NULL DEFAULT '',
  subject TEXT NOT NULL,
  family TEXT,
  value INTEGER,
  source TEXT NOT NULL,
  campaign TEXT NOT NULL DEFAULT '',
  state TEXT NOT NULL CHECK (state IN ('new', 'talking', 'on-hold', 'not-pursued', 'converted')),
  on_hold_until TEXT,
  reason TEXT,
  owner_id INTEGER NOT NULL REFERENCES person(id),
  account_id INTEGER REFERENCES account(id),
  import_id INTEGER REFERENCES enquiry_import(id),
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
-- Without those of a file that is still being taken down.
CREATE VIEW enquiry AS
  SELECT * FROM enquiry_row
  WHERE import_id IS NULL OR import_id NOT IN (SELECT id FROM enquiry_import WHERE taken_at IS NULL);
CREATE INDEX enquiry_of_import ON enquiry_row(import_id, id) WHERE import_id IS NOT NULL;
CREATE INDEX enquiry_state ON enquiry_row(state, id);
CREATE INDEX enquiry_owner ON enquiry_row(owner_id, state, id);
CREATE INDEX enquiry_email ON enquiry_row(lower(email)) WHERE email <> '';
CREATE INDEX enquiry_on_hold ON enquiry_row(on_hold_until) WHERE state = 'on-hold';
CREATE INDEX enquiry_campaign ON enquiry_row(campaign) WHERE campaign <> '';

-- What decided enquiries have brought on average; a blank family or source is any.
CREATE TABLE enquiry_worth (
  family TEXT NOT NULL,
  source TEXT NOT NULL,
  amount INTEGER NOT NULL,
  PRIMARY KEY (family, source)
) STRICT, WITHOUT ROWID;

-- Who was given an enquiry, when and by which rule; the last one has it.
CREATE TABLE enquiry_assignment (
  id INTEGER PRIMARY KEY,
  enquiry_id INTEGER NOT NULL REFERENCES enquiry_row(id),
  person_id INTEGER NOT NULL REFERENCES person(id),
  at TEXT NOT NULL,
  rule_id INTEGER REFERENCES assignment_rule(id)
) STRICT;
CREATE INDEX enquiry_assignment_enquiry ON enquiry_assignment(enquiry_id);
CREATE INDEX enquiry_assignment_person ON enquiry_assignment(person_id, at);

CREATE TABLE assignment_rule (
  id INTEGER PRIMARY KEY,
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  postal_prefixes TEXT NOT NULL DEFAULT '',
  family TEXT,
  source TEXT,
  value_from INTEGER,
  value_below INTEGER,
  deactivated INTEGER NOT NULL DEFAULT 0
) STRICT;
CREATE TABLE assignment_share (
  rule_id INTEGER NOT NULL REFERENCES assignment_rule(id),
  person_id INTEGER NOT NULL REFERENCES person(id),
  weight INTEGER NOT NULL CHECK (weight > 0),
  given INTEGER NOT NULL DEFAULT 0,
  PRIMARY KEY (rule_id, person_id)
) STRICT, WITHOUT ROWID;

CREATE TABLE call_list (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  campaign TEXT NOT NULL,
  made_by INTEGER NOT NULL REFERENCES person(id),
  made_on TEXT NOT NULL,
  picked TEXT NOT NULL,
  closed_on TEXT,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE TABLE call_entry (
  id INTEGER PRIMARY KEY,
  list_id INTEGER NOT NULL REFERENCES call_list(id),
  position INTEGER NOT NULL,
  account_id INTEGER NOT NULL REFERENCES account(id),
  contact_id INTEGER REFERENCES contact(id),
  outcome TEXT CHECK (outcome IN ('not-reached', 'call-again', 'no-interest', 'reached', 'opportunity')),
  words TEXT NOT NULL DEFAULT '',
  again_on TEXT,
  at TEXT,
  person_id INTEGER REFERENCES person(id),
  opportunity_id INTEGER REFERENCES opportunity(id),
  -- What the last outcome made, and how the entry was before it, so that it can be undone.
  did_id INTEGER REFERENCES activity(id) ON DELETE SET NULL,
  planned_id INTEGER REFERENCES activity(id) ON DELETE SET NULL,
  before TEXT
) STRICT;
CREATE INDEX call_entry_list ON call_entry(list_id, position);
CREATE INDEX call_entry_account ON call_entry(account_id);

CREATE TABLE sales_process (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('new', 'renewal')),
  deactivated INTEGER NOT NULL DEFAULT 0,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
-- A deactivated stage keeps its name for the logs; nothing moves to it any more.
CREATE TABLE stage (
  id INTEGER PRIMARY KEY,
  process_id INTEGER NOT NULL REFERENCES sales_process(id),
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  probability INTEGER NOT NULL,
  usual_days INTEGER NOT NULL,
  team TEXT,
  moves_here TEXT CHECK (moves_here IN ('quote-sent', 'quote-made', 'quote-accepted', 'lines-saved')),
  deactivated INTEGER NOT NULL DEFAULT 0
) STRICT;
CREATE INDEX stage_process ON stage(process_id, position);

-- The activities that a stage suggests, so many days from the move; nothing refers to one, so they are written anew.
CREATE TABLE stage_step (
  stage_id INTEGER NOT NULL REFERENCES stage(id),
  position INTEGER NOT NULL,
  kind TEXT NOT NULL,
  subject TEXT NOT NULL,
  days INTEGER NOT NULL,
  PRIMARY KEY (stage_id, position)
) STRICT, WITHOUT ROWID;

-- What should be done in a stage; a must is looked at before anything moves past it.
CREATE TABLE stage_check (
  id INTEGER PRIMARY KEY,
  stage_id INTEGER NOT NULL REFERENCES stage(id),
  position INTEGER NOT NULL,
  words TEXT NOT NULL,
  proof TEXT NOT NULL CHECK (proof IN ('ticked', 'lines', 'quote-sent', 'file', 'contact', 'budget', 'next-step')),
  must INTEGER NOT NULL DEFAULT 0,
  deactivated INTEGER NOT NULL DEFAULT 0
) STRICT;
CREATE INDEX stage_check_stage ON stage_check(stage_id, position);

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
  kind TEXT NOT NULL DEFAULT 'line' CHECK (kind IN ('line', 'section', 'note')),
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
  requested_on TEXT,
  final INTEGER NOT NULL,
  cost INTEGER NOT NULL,
  -- For reports: its family then, and what it adds to the sums of its worksheet, over the term; 0 where it is not counted.
  in_family TEXT NOT NULL DEFAULT '',
  term_list INTEGER NOT NULL DEFAULT 0,
  term_net INTEGER NOT NULL DEFAULT 0,
  term_cost INTEGER NOT NULL DEFAULT 0,
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
  process_id INTEGER NOT NULL REFERENCES sales_process(id),
  stage_id INTEGER NOT NULL REFERENCES stage(id),
  state TEXT NOT NULL CHECK (state IN ('open', 'paused', 'won', 'lost')),
  stage_since TEXT NOT NULL,
  opened_on TEXT NOT NULL,
  expected_close TEXT NOT NULL,
  slips INTEGER NOT NULL DEFAULT 0,
  own_probability INTEGER,
  worksheet_id INTEGER NOT NULL UNIQUE REFERENCES worksheet(id),
  -- The quote that its value follows; NULL while there is none, and its own lines count.
  lead_quote_id INTEGER REFERENCES document(id),
  enquiry_id INTEGER REFERENCES enquiry_row(id),
  renews_id INTEGER REFERENCES agreement(id),
  closed_on TEXT,
  won_amount INTEGER,
  reason TEXT,
  competitor TEXT,
  paused_until TEXT,
  note TEXT NOT NULL DEFAULT '',
  priority TEXT NOT NULL DEFAULT 'normal' CHECK (priority IN ('high', 'normal', 'low')),
  interest TEXT NOT NULL DEFAULT 'unknown' CHECK (interest IN ('unknown', 'low', 'medium', 'high')),
  business TEXT NOT NULL DEFAULT 'new' CHECK (business IN ('new', 'existing')),
  budget INTEGER,
  source TEXT NOT NULL DEFAULT '',
  campaign TEXT NOT NULL DEFAULT '',
  copied_from INTEGER REFERENCES opportunity(id),
  touched_on TEXT NOT NULL,
  value INTEGER NOT NULL DEFAULT 0,
  -- The furthest stage of its process that it ever stood in.
  reached_stage INTEGER REFERENCES stage(id),
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE INDEX opportunity_reached ON opportunity(process_id, state, closed_on, reached_stage, owner_id);
-- For reports: all that they group by and sum, in the order of the day on which it closes.
CREATE INDEX opportunity_report ON opportunity(COALESCE(closed_on, expected_close), closed_on, expected_close, owner_id, state, value,
  won_amount, own_probability, stage_id, process_id, source, campaign, business, priority, interest, account_id, opened_on, slips,
  reason, competitor, budget);
CREATE INDEX opportunity_opened_on ON opportunity(process_id, opened_on, owner_id, state, closed_on);
CREATE INDEX opportunity_close ON opportunity(state, expected_close, id);
CREATE INDEX opportunity_owner ON opportunity(owner_id, state, expected_close);
CREATE INDEX opportunity_account ON opportunity(account_id, state);
CREATE INDEX opportunity_stage ON opportunity(stage_id, state);
CREATE INDEX opportunity_renews ON opportunity(renews_id);
CREATE INDEX opportunity_enquiry ON opportunity(enquiry_id);
CREATE INDEX opportunity_closed ON opportunity(state, closed_on, expected_close, value, own_probability, stage_id, budget);
-- For the sums of months.
CREATE INDEX opportunity_month
  ON opportunity(state, substr(COALESCE(closed_on, expected_close), 1, 7), value, own_probability, stage_id, closed_on,
                 expected_close, budget);
CREATE INDEX opportunity_value ON opportunity(state, value, id);
CREATE INDEX opportunity_paused ON opportunity(paused_until) WHERE state = 'paused';
CREATE INDEX opportunity_campaign ON opportunity(campaign) WHERE campaign <> '';
CREATE INDEX opportunity_process ON opportunity(state, process_id, expected_close, id);

-- Its value stands beside it, so that lists are sorted by an index: its lines' total, or what it was won with.
CREATE TRIGGER opportunity_opened AFTER INSERT ON opportunity BEGIN
  UPDATE opportunity
  SET value = COALESCE(NEW.won_amount, (SELECT contract FROM worksheet WHERE id = NEW.worksheet_id))
  WHERE id = NEW.id;
END;
CREATE TRIGGER opportunity_lines AFTER UPDATE OF contract ON worksheet WHEN NEW.contract <> OLD.contract BEGIN
  UPDATE opportunity SET value = NEW.contract
  WHERE worksheet_id = NEW.id AND lead_quote_id IS NULL AND won_amount IS NULL;
  UPDATE opportunity SET value = NEW.contract
  WHERE lead_quote_id = (SELECT id FROM document WHERE worksheet_id = NEW.id) AND won_amount IS NULL;
END;
CREATE TRIGGER opportunity_won AFTER UPDATE OF won_amount, lead_quote_id ON opportunity
WHEN NEW.won_amount IS NOT OLD.won_amount OR NEW.lead_quote_id IS NOT OLD.lead_quote_id BEGIN
  UPDATE opportunity
  SET value = COALESCE(NEW.won_amount,
    (SELECT w.contract FROM document d JOIN worksheet w ON w.id = d.worksheet_id WHERE d.id = NEW.lead_quote_id),
    (SELECT contract FROM worksheet WHERE id = NEW.worksheet_id))
  WHERE id = NEW.id;
END;
CREATE INDEX opportunity_lead ON opportunity(lead_quote_id) WHERE lead_quote_id IS NOT NULL;

-- How each opportunity stood, from a day until the one before another: the pipeline of every day, kept as changes. A day's
-- last word holds for that day. business_day() is given to each connection; the sqlite3 shell can read, not change.
CREATE TABLE pipeline_history (
  opportunity_id INTEGER NOT NULL REFERENCES opportunity(id),
  day TEXT NOT NULL,
  until_day TEXT NOT NULL DEFAULT '9999-12-31',
  state TEXT NOT NULL,
  stage_id INTEGER NOT NULL REFERENCES stage(id),
  value INTEGER NOT NULL,
  probability INTEGER NOT NULL,
  expected_close TEXT NOT NULL,
  PRIMARY KEY (opportunity_id, day)
) STRICT, WITHOUT ROWID;
CREATE INDEX pipeline_history_open
  ON pipeline_history(until_day, day, expected_close, value, probability, stage_id) WHERE state = 'open';
CREATE INDEX pipeline_history_won ON pipeline_history(day, until_day, value) WHERE state = 'won';
CREATE TRIGGER pipeline_opened AFTER INSERT ON opportunity BEGIN
  INSERT INTO pipeline_history (opportunity_id, day, state, stage_id, value, probability, expected_close)
  SELECT o.id, business_day(), o.state, o.stage_id, o.value, COALESCE(o.own_probability, s.probability), o.expected_close
  FROM opportunity o JOIN stage s ON s.id = o.stage_id WHERE o.id = NEW.id
  ON CONFLICT (opportunity_id, day) DO UPDATE SET value = excluded.value;
END;
CREATE TRIGGER pipeline_changed AFTER UPDATE OF value, state, stage_id, own_probability, expected_close ON opportunity
WHEN (NEW.value, NEW.state, NEW.stage_id, NEW.expected_close) <> (OLD.value, OLD.state, OLD.stage_id, OLD.expected_close)
  OR NEW.own_probability IS NOT OLD.own_probability BEGIN
  UPDATE pipeline_history SET until_day = business_day()
  WHERE opportunity_id = NEW.id AND until_day = '9999-12-31' AND day < business_day();
  -- History that is taken over may tell of a day before the last one: then it is that day's last word.
  INSERT INTO pipeline_history (opportunity_id, day, state, stage_id, value, probability, expected_close)
  SELECT o.id, MAX(business_day(), COALESCE((SELECT MAX(h.day) FROM pipeline_history h WHERE h.opportunity_id = o.id), '')),
         o.state, o.stage_id, o.value, COALESCE(o.own_probability, s.probability), o.expected_close
  FROM opportunity o JOIN stage s ON s.id = o.stage_id WHERE o.id = NEW.id
  ON CONFLICT (opportunity_id, day) DO UPDATE SET state = excluded.state, stage_id = excluded.stage_id, value = excluded.value,
    probability = excluded.probability, expected_close = excluded.expected_close;
END;
CREATE TRIGGER pipeline_odds AFTER UPDATE OF probability ON stage WHEN NEW.probability <> OLD.probability BEGIN
  UPDATE pipeline_history SET until_day = business_day()
  WHERE until_day = '9999-12-31' AND day < business_day()
    AND opportunity_id IN (SELECT id FROM opportunity WHERE stage_id = NEW.id AND state = 'open' AND own_probability IS NULL);
  INSERT INTO pipeline_history (opportunity_id, day, state, stage_id, value, probability, expected_close)
  SELECT o.id, business_day(), o.state, o.stage_id, o.value, NEW.probability, o.expected_close
  FROM opportunity o WHERE o.stage_id = NEW.id AND o.state = 'open' AND o.own_probability IS NULL
  ON CONFLICT (opportunity_id, day) DO UPDATE SET probability = excluded.probability;
END;

CREATE TABLE opportunity_tag (
  opportunity_id INTEGER NOT NULL REFERENCES opportunity(id),
  tag TEXT NOT NULL COLLATE NOCASE,
  PRIMARY KEY (opportunity_id, tag)
) STRICT, WITHOUT ROWID;
CREATE INDEX opportunity_tag_tag ON opportunity_tag(tag, opportunity_id);
CREATE TABLE opportunity_competitor (
  opportunity_id INTEGER NOT NULL REFERENCES opportunity(id),
  name TEXT NOT NULL COLLATE NOCASE,
  PRIMARY KEY (opportunity_id, name)
) STRICT, WITHOUT ROWID;
CREATE TABLE opportunity_person (
  opportunity_id INTEGER NOT NULL REFERENCES opportunity(id),
  contact_id INTEGER NOT NULL REFERENCES contact(id),
  role TEXT NOT NULL CHECK (role IN ('decision-maker', 'user', 'partner', 'subcontractor')),
  PRIMARY KEY (opportunity_id, contact_id, role)
) STRICT, WITHOUT ROWID;
CREATE INDEX opportunity_person_contact ON opportunity_person(contact_id);
-- Colleagues who share it, with their part of the credit; what is left is the owner's.
CREATE TABLE opportunity_share (
  opportunity_id INTEGER NOT NULL REFERENCES opportunity(id),
  person_id INTEGER NOT NULL REFERENCES person(id),
  part INTEGER NOT NULL,
  PRIMARY KEY (opportunity_id, person_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX opportunity_share_person ON opportunity_share(person_id, opportunity_id);
CREATE TABLE opportunity_tick (
  opportunity_id INTEGER NOT NULL REFERENCES opportunity(id),
  check_id INTEGER NOT NULL REFERENCES stage_check(id),
  person_id INTEGER NOT NULL REFERENCES person(id),
  at TEXT NOT NULL,
  PRIMARY KEY (opportunity_id, check_id)
) STRICT, WITHOUT ROWID;

CREATE TABLE record_file (
  id INTEGER PRIMARY KEY,
  record TEXT NOT NULL CHECK (record IN ('account', 'opportunity', 'enquiry', 'product', 'company')),
  record_id INTEGER NOT NULL,
  name TEXT NOT NULL,
  type TEXT NOT NULL,
  size INTEGER NOT NULL,
  sha256 TEXT NOT NULL REFERENCES file_content(sha256),
  -- NULL where it came by itself, with an email.
  person_id INTEGER REFERENCES person(id),
  at TEXT NOT NULL,
  removed_at TEXT
) STRICT;
CREATE INDEX record_file_record ON record_file(record, record_id, id);

-- A list or a table as somebody kept it: their filters, grouping and order under a name.
CREATE TABLE saved_view (
  id INTEGER PRIMARY KEY,
  person_id INTEGER NOT NULL REFERENCES person(id),
  screen TEXT NOT NULL DEFAULT 'opportunities' CHECK (screen IN ('opportunities', 'table')),
  name TEXT NOT NULL,
  -- A team's name, blank for everybody; NULL for oneself alone.
  shared_with TEXT,
  query TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1,
  UNIQUE (person_id, screen, name)
) STRICT;
-- On whose day sheet it stands.
CREATE TABLE view_pin (
  view_id INTEGER NOT NULL REFERENCES saved_view(id),
  person_id INTEGER NOT NULL REFERENCES person(id),
  PRIMARY KEY (view_id, person_id)
) STRICT, WITHOUT ROWID;
-- A table that somebody has sent to them again and again.
CREATE TABLE report_schedule (
  id INTEGER PRIMARY KEY,
  view_id INTEGER NOT NULL REFERENCES saved_view(id),
  person_id INTEGER NOT NULL REFERENCES person(id),
  every TEXT NOT NULL CHECK (every IN ('day', 'week', 'month')),
  next_on TEXT NOT NULL,
  made_at TEXT NOT NULL,
  UNIQUE (view_id, person_id)
) STRICT;
CREATE INDEX report_schedule_next ON report_schedule(next_on);

-- A walk through the open opportunities of a team, one after the other.
CREATE TABLE meeting (
  id INTEGER PRIMARY KEY,
  person_id INTEGER NOT NULL REFERENCES person(id),
  -- Whose: a team's, one rep's or a process's; NULL for all that whoever holds it sees.
  team TEXT,
  owner_id INTEGER REFERENCES person(id),
  process_id INTEGER REFERENCES sales_process(id),
  -- What changed is told since the end of this day.
  since_day TEXT NOT NULL,
  -- How many more were open than a walk holds.
  left_out INTEGER NOT NULL,
  started_at TEXT NOT NULL,
  ended_at TEXT,
  sent_at TEXT,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE INDEX meeting_person ON meeting(person_id, id);
CREATE TABLE meeting_item (
  meeting_id INTEGER NOT NULL REFERENCES meeting(id),
  opportunity_id INTEGER NOT NULL REFERENCES opportunity(id),
  position INTEGER NOT NULL,
  why TEXT NOT NULL,
  note TEXT NOT NULL DEFAULT '',
  seen_at TEXT,
  PRIMARY KEY (meeting_id, opportunity_id)
) STRICT, WITHOUT ROWID;

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
CREATE TRIGGER stage_reached AFTER INSERT ON stage_log BEGIN
  UPDATE opportunity SET reached_stage = NEW.to_stage
  WHERE id = NEW.opportunity_id
    AND (reached_stage IS NULL
         OR (SELECT (b.process_id, b.position) > (a.process_id, a.position) OR b.process_id <> a.process_id
             FROM stage a, stage b WHERE a.id = reached_stage AND b.id = NEW.to_stage));
END;

-- Every change of an expected close: how often it moved back, and what an undo takes back.
CREATE TABLE close_log (
  id INTEGER PRIMARY KEY,
  opportunity_id INTEGER NOT NULL REFERENCES opportunity(id),
  at TEXT NOT NULL,
  person_id INTEGER NOT NULL REFERENCES person(id),
  from_day TEXT NOT NULL,
  to_day TEXT NOT NULL
) STRICT;
CREATE INDEX close_log_opportunity ON close_log(opportunity_id, id);

CREATE TABLE activity (
  id INTEGER PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('call', 'email', 'meeting', 'task', 'note')),
  subject TEXT NOT NULL,
  due TEXT NOT NULL,
  at_time TEXT,
  person_id INTEGER NOT NULL REFERENCES person(id),
  planned_by INTEGER REFERENCES person(id),
  opportunity_id INTEGER REFERENCES opportunity(id),
  enquiry_id INTEGER REFERENCES enquiry_row(id),
  account_id INTEGER REFERENCES account(id),
  -- Closed when it was done, or when there was nothing left to do it for; only what was done has a done_at.
  closed_at TEXT,
  done_at TEXT,
  outcome TEXT NOT NULL DEFAULT '',
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE INDEX activity_opportunity ON activity(opportunity_id, closed_at, due);
CREATE INDEX activity_enquiry ON activity(enquiry_id, id) WHERE enquiry_id IS NOT NULL;
CREATE INDEX activity_account ON activity(account_id, id) WHERE account_id IS NOT NULL;
CREATE INDEX activity_day ON activity(due, person_id);
CREATE INDEX activity_due ON activity(person_id, due) WHERE closed_at IS NULL;

-- What quotes, orders and all that follows them have in common. Its lines hang on its worksheet.
CREATE TABLE document (
  id INTEGER PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('quote', 'order', 'delivery', 'invoice', 'credit-note')),
  number TEXT NOT NULL,
  revision INTEGER NOT NULL DEFAULT 1,
  follows_id INTEGER REFERENCES document(id),
  opportunity_id INTEGER NOT NULL REFERENCES opportunity(id),
  account_id INTEGER NOT NULL REFERENCES account(id),
  state TEXT NOT NULL,
  -- Of quotes and orders; what follows them has lines of its own.
  worksheet_id INTEGER UNIQUE REFERENCES worksheet(id),
  made_by INTEGER NOT NULL REFERENCES person(id),
  made_on TEXT NOT NULL,
  paper TEXT REFERENCES file_content(sha256),
  version INTEGER NOT NULL DEFAULT 1,
  UNIQUE (kind, number, revision)
) STRICT;
CREATE INDEX document_opportunity ON document(opportunity_id, kind, id);
CREATE INDEX document_state ON document(kind, state, id);
CREATE INDEX document_account ON document(account_id, kind, state);
CREATE INDEX document_day ON document(kind, made_on, account_id);
CREATE INDEX document_follows ON document(follows_id) WHERE follows_id IS NOT NULL;

-- Which line of a document goes on which line of the document before it, and how much of it.
CREATE TABLE document_link (
  document_id INTEGER NOT NULL REFERENCES document(id),
  line_id TEXT NOT NULL,
  follows_id INTEGER NOT NULL REFERENCES document(id),
  follows_line TEXT NOT NULL,
  quantity INTEGER NOT NULL,
  PRIMARY KEY (document_id, line_id, follows_id, follows_line)
) STRICT, WITHOUT ROWID;
CREATE INDEX document_link_follows ON document_link(follows_id, follows_line);

CREATE TABLE quote_terms (
  document_id INTEGER PRIMARY KEY REFERENCES document(id),
  valid_until TEXT NOT NULL,
  addressee TEXT NOT NULL,
  email_to TEXT NOT NULL,
  letter TEXT NOT NULL,
  payment_terms TEXT NOT NULL,
  delivery_terms TEXT NOT NULL,
  sent_at TEXT,
  -- Why it was declined or withdrawn, or how it was accepted.
  reason TEXT NOT NULL DEFAULT '',
  show_pictures INTEGER NOT NULL DEFAULT 0,
  show_discounts INTEGER NOT NULL DEFAULT 1,
  show_delivery INTEGER NOT NULL DEFAULT 0,
  -- The customer's, where they gave it when they accepted.
  po_number TEXT NOT NULL DEFAULT '',
  -- When the customer answered it, or it expired.
  answered_at TEXT,
  -- What stood around its lines when it left, as JSON: the settings may change, what was sent does not.
  frame TEXT
) STRICT;
-- Files that leave with a quote.
CREATE TABLE enclosure (
  document_id INTEGER NOT NULL REFERENCES document(id),
  file_id INTEGER NOT NULL REFERENCES record_file(id),
  PRIMARY KEY (document_id, file_id)
) STRICT, WITHOUT ROWID;
-- Links to the customer copy of a quote: of each only the hash is kept.
CREATE TABLE copy_link (
  id INTEGER PRIMARY KEY,
  document_id INTEGER NOT NULL REFERENCES document(id),
  token_hash TEXT NOT NULL UNIQUE,
  made_at TEXT NOT NULL,
  made_by INTEGER NOT NULL REFERENCES person(id),
  ended_at TEXT,
  seen_at TEXT,
  seen INTEGER NOT NULL DEFAULT 0
) STRICT;
CREATE INDEX copy_link_document ON copy_link(document_id);
-- Tokens by which programs come in as a user; only their hashes are kept.
CREATE TABLE api_token (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  person_id INTEGER NOT NULL REFERENCES person(id),
  scope TEXT NOT NULL CHECK (scope IN ('read', 'write')),
  until TEXT NOT NULL,
  token_hash TEXT NOT NULL UNIQUE,
  made_by INTEGER NOT NULL REFERENCES person(id),
  made_at TEXT NOT NULL,
  seen_on TEXT,
  ended_at TEXT
) STRICT;

-- Addresses of others that are told of changes. The secret signs what is sent, and so is kept as it is.
CREATE TABLE web_hook (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  url TEXT NOT NULL,
  secret TEXT NOT NULL,
  person_id INTEGER NOT NULL REFERENCES person(id),
  -- The kinds of records that it is told of, between commas.
  kinds TEXT NOT NULL,
  active INTEGER NOT NULL DEFAULT 1,
  -- The last entry of the change log that was looked at for it.
  told_to INTEGER NOT NULL,
  made_at TEXT NOT NULL,
  ended_at TEXT,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE TABLE web_hook_delivery (
  id INTEGER PRIMARY KEY,
  hook_id INTEGER NOT NULL REFERENCES web_hook(id),
  event TEXT NOT NULL,
  record TEXT NOT NULL,
  number TEXT NOT NULL,
  body TEXT NOT NULL,
  at TEXT NOT NULL,
  state TEXT NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'delivered', 'failed')),
  tries INTEGER NOT NULL DEFAULT 0,
  next_at TEXT NOT NULL,
  status INTEGER,
  answer TEXT,
  delivered_at TEXT
) STRICT;
CREATE INDEX web_hook_delivery_waiting ON web_hook_delivery(next_at) WHERE state = 'waiting';
CREATE INDEX web_hook_delivery_hook ON web_hook_delivery(hook_id, id);

-- Contacts who may see the customer page of their account.
CREATE TABLE page_access (
  contact_id INTEGER PRIMARY KEY REFERENCES contact(id),
  opened_at TEXT NOT NULL,
  opened_by INTEGER NOT NULL REFERENCES person(id),
  ended_at TEXT,
  seen_at TEXT
) STRICT;
-- The links that let them in, each once, and what they are in with; only hashes are kept. Both hold for one address.
CREATE TABLE page_link (
  id INTEGER PRIMARY KEY,
  contact_id INTEGER NOT NULL REFERENCES contact(id),
  email TEXT NOT NULL,
  token_hash TEXT NOT NULL UNIQUE,
  until TEXT NOT NULL,
  used_at TEXT
) STRICT;
CREATE INDEX page_link_contact ON page_link(contact_id);
CREATE TABLE page_session (
  id INTEGER PRIMARY KEY,
  contact_id INTEGER NOT NULL REFERENCES contact(id),
  email TEXT NOT NULL,
  token_hash TEXT NOT NULL UNIQUE,
  began_at TEXT NOT NULL,
  until TEXT NOT NULL,
  address TEXT NOT NULL
) STRICT;
CREATE INDEX page_session_contact ON page_session(contact_id);
-- What they asked there, and what was answered.
CREATE TABLE customer_question (
  id INTEGER PRIMARY KEY,
  account_id INTEGER NOT NULL REFERENCES account(id),
  contact_id INTEGER NOT NULL REFERENCES contact(id),
  at TEXT NOT NULL,
  about TEXT NOT NULL DEFAULT '',
  words TEXT NOT NULL,
  -- What was planned for it.
  activity_id INTEGER NOT NULL REFERENCES activity(id),
  answer TEXT,
  answered_by INTEGER REFERENCES person(id),
  answered_at TEXT
) STRICT;
CREATE INDEX customer_question_account ON customer_question(account_id, id);

-- What the customer said on the customer copy.
CREATE TABLE customer_answer (
  id INTEGER PRIMARY KEY,
  document_id INTEGER NOT NULL REFERENCES document(id),
  kind TEXT NOT NULL CHECK (kind IN ('accepted', 'declined', 'question')),
  at TEXT NOT NULL,
  name TEXT NOT NULL,
  po_number TEXT NOT NULL DEFAULT '',
  words TEXT NOT NULL DEFAULT '',
  address TEXT NOT NULL,
  -- Of an acceptance: what was accepted, to the letter, and the SHA-256 of it.
  accepted TEXT,
  fingerprint TEXT
) STRICT;
CREATE INDEX customer_answer_document ON customer_answer(document_id);

CREATE INDEX quote_terms_valid ON quote_terms(valid_until);
CREATE VIEW quote AS
  SELECT d.id, d.number, d.revision, d.opportunity_id, d.account_id, d.state, d.worksheet_id, d.made_by, d.made_on,
         d.version, t.valid_until, t.addressee, t.email_to, t.letter, t.payment_terms, t.delivery_terms, t.sent_at, t.reason, t.answered_at
  FROM document d JOIN quote_terms t ON t.document_id = d.id WHERE d.kind = 'quote';

CREATE TABLE order_terms (
  document_id INTEGER PRIMARY KEY REFERENCES document(id),
  po_number TEXT,
  invoice_on TEXT NOT NULL,
  released_at TEXT,
  terms_days INTEGER NOT NULL DEFAULT 30,
  deposit_percent INTEGER NOT NULL DEFAULT 0,
  delivery_address TEXT NOT NULL DEFAULT '',
  -- With tax: what is not invoiced yet, deposits taken off; it counts in the exposure.
  to_invoice INTEGER NOT NULL DEFAULT 0,
  confirmed_at TEXT,
  ended_at TEXT,
  reason TEXT NOT NULL DEFAULT '',
  -- What the opportunity was before anything was quoted, as JSON: where the variance begins.
  opened TEXT,
  -- Which agreement what recurs on it is to join.
  joins_id INTEGER REFERENCES agreement(id)
) STRICT;
CREATE VIEW sales_order AS
  SELECT d.id, d.number, d.follows_id AS quote_id, d.opportunity_id, d.account_id, d.state, d.worksheet_id,
         d.made_by AS placed_by, d.made_on AS placed_on, d.version, t.po_number, t.invoice_on, t.released_at, t.to_invoice
  FROM document d JOIN order_terms t ON t.document_id = d.id WHERE d.kind = 'order';

-- What a customer calls a product of ours, as it was told when an order of theirs was checked.
CREATE TABLE customer_code (
  account_id INTEGER NOT NULL REFERENCES account(id),
  code TEXT NOT NULL,
  product TEXT NOT NULL REFERENCES product(code),
  PRIMARY KEY (account_id, code)
) STRICT, WITHOUT ROWID;

-- Orders that came as files, until somebody has checked them.
CREATE TABLE received_order (
  id INTEGER PRIMARY KEY,
  account_id INTEGER NOT NULL REFERENCES account(id),
  number TEXT NOT NULL,
  issued_on TEXT,
  buyer TEXT NOT NULL,
  note TEXT NOT NULL,
  wanted TEXT,
  delivery TEXT NOT NULL,
  received_at TEXT NOT NULL,
  person_id INTEGER REFERENCES person(id),
  sha256 TEXT NOT NULL REFERENCES file_content(sha256),
  state TEXT NOT NULL DEFAULT 'to-check' CHECK (state IN ('to-check', 'placed', 'refused')),
  reason TEXT NOT NULL DEFAULT '',
  order_id INTEGER REFERENCES document(id),
  activity_id INTEGER NOT NULL REFERENCES activity(id),
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE UNIQUE INDEX received_order_number ON received_order(account_id, number) WHERE state <> 'refused';
CREATE INDEX received_order_state ON received_order(state, id);
CREATE TABLE received_order_line (
  order_id INTEGER NOT NULL REFERENCES received_order(id),
  position INTEGER NOT NULL,
  our_code TEXT NOT NULL,
  their_code TEXT NOT NULL,
  words TEXT NOT NULL,
  quantity INTEGER NOT NULL,
  unit TEXT NOT NULL,
  price INTEGER,
  wanted TEXT,
  product TEXT REFERENCES product(code),
  left_out INTEGER NOT NULL DEFAULT 0,
  PRIMARY KEY (order_id, position)
) STRICT, WITHOUT ROWID;

-- What of an order is delivered and invoiced: its counted lines that are paid once. What recurs is charged by its agreement.
CREATE TABLE order_line (
  document_id INTEGER NOT NULL REFERENCES document(id),
  line_id TEXT NOT NULL,
  position INTEGER NOT NULL,
  product TEXT REFERENCES product(code),
  words TEXT NOT NULL,
  unit TEXT NOT NULL,
  quantity INTEGER NOT NULL,
  net INTEGER NOT NULL,
  tax INTEGER NOT NULL,
  requested_on TEXT,
  delivered INTEGER NOT NULL DEFAULT 0 CHECK (delivered >= 0),
  invoiced INTEGER NOT NULL DEFAULT 0 CHECK (invoiced >= 0),
  cancelled INTEGER NOT NULL DEFAULT 0 CHECK (cancelled >= 0),
  -- Of the product's stock: what is still due, once the order is released.
  reserved INTEGER NOT NULL DEFAULT 0,
  PRIMARY KEY (document_id, line_id),
  CHECK (delivered + cancelled <= quantity),
  CHECK (invoiced + cancelled <= quantity)
) STRICT, WITHOUT ROWID;
CREATE INDEX order_line_reserved ON order_line(product) WHERE reserved > 0;
CREATE TRIGGER order_line_added AFTER INSERT ON order_line WHEN new.reserved <> 0 BEGIN
  UPDATE product SET reserved = reserved + new.reserved WHERE code = new.product;
END;
CREATE TRIGGER order_line_changed AFTER UPDATE OF reserved ON order_line WHEN new.reserved <> old.reserved BEGIN
  UPDATE product SET reserved = reserved + new.reserved - old.reserved WHERE code = new.product;
END;
CREATE TRIGGER order_line_removed AFTER DELETE ON order_line WHEN old.reserved <> 0 BEGIN
  UPDATE product SET reserved = reserved - old.reserved WHERE code = old.product;
END;

-- What was taken back of a released order, and why.
CREATE TABLE order_cancellation (
  id INTEGER PRIMARY KEY,
  document_id INTEGER NOT NULL REFERENCES document(id),
  line_id TEXT NOT NULL,
  quantity INTEGER NOT NULL,
  reason TEXT NOT NULL,
  person_id INTEGER NOT NULL REFERENCES person(id),
  at TEXT NOT NULL
) STRICT;
CREATE INDEX order_cancellation_document ON order_cancellation(document_id);

-- How an order differs from the opportunity as it was before anything was quoted, by product family; blank for none.
CREATE TABLE order_variance (
  document_id INTEGER NOT NULL REFERENCES document(id),
  family TEXT NOT NULL,
  before INTEGER NOT NULL,
  quantity INTEGER NOT NULL,
  price INTEGER NOT NULL,
  discount INTEGER NOT NULL,
  added INTEGER NOT NULL,
  removed INTEGER NOT NULL,
  after INTEGER NOT NULL,
  PRIMARY KEY (document_id, family)
) STRICT, WITHOUT ROWID;

CREATE TABLE delivery_terms (
  document_id INTEGER PRIMARY KEY REFERENCES document(id),
  delivered_on TEXT NOT NULL,
  address TEXT NOT NULL,
  note TEXT NOT NULL,
  reason TEXT NOT NULL DEFAULT ''
) STRICT;

CREATE TABLE invoice_terms (
  document_id INTEGER PRIMARY KEY REFERENCES document(id),
  type TEXT NOT NULL CHECK (type IN ('invoice', 'deposit', 'charges', 'credit-note')),
  order_id INTEGER NOT NULL REFERENCES document(id),
  agreement_id INTEGER REFERENCES agreement(id),
  -- Of a credit note: what it takes back, and why.
  of_id INTEGER REFERENCES document(id),
  reason TEXT NOT NULL DEFAULT '',
  due TEXT NOT NULL,
  net INTEGER NOT NULL,
  tax INTEGER NOT NULL,
  total INTEGER NOT NULL,
  -- Of a deposit that was asked for by percent.
  deposit_percent INTEGER,
  deducts INTEGER NOT NULL DEFAULT 0,
  reference TEXT NOT NULL,
  sent_at TEXT,
  -- What stands on its paper around the lines, as JSON: the settings may change, what was issued does not.
  frame TEXT NOT NULL,
  -- The same as programs exchange it, as JSON.
  exchanged TEXT NOT NULL
) STRICT;
CREATE INDEX invoice_terms_order ON invoice_terms(order_id, document_id);
CREATE INDEX invoice_terms_agreement ON invoice_terms(agreement_id) WHERE agreement_id IS NOT NULL;
CREATE INDEX invoice_terms_of ON invoice_terms(of_id) WHERE of_id IS NOT NULL;
CREATE TABLE invoice_line (
  document_id INTEGER NOT NULL REFERENCES document(id),
  position INTEGER NOT NULL,
  line_id TEXT NOT NULL,
  product TEXT,
  words TEXT NOT NULL,
  unit TEXT NOT NULL,
  quantity INTEGER NOT NULL,
  net INTEGER NOT NULL,
  tax INTEGER NOT NULL,
  -- Of a charge: the days that it is for.
  from_day TEXT,
  to_day TEXT,
  PRIMARY KEY (document_id, position)
) STRICT, WITHOUT ROWID;
-- By tax percent: what is taxed, and what of deposits was taken off before.
CREATE TABLE invoice_tax (
  document_id INTEGER NOT NULL REFERENCES document(id),
  percent INTEGER NOT NULL,
  base INTEGER NOT NULL,
  tax INTEGER NOT NULL,
  deducted INTEGER NOT NULL DEFAULT 0,
  PRIMARY KEY (document_id, percent)
) STRICT, WITHOUT ROWID;
-- Every charge of an agreement is invoiced once; one that was credited may be charged again.
CREATE TABLE agreement_charge (
  agreement_id INTEGER NOT NULL REFERENCES agreement(id),
  line_id TEXT NOT NULL,
  from_day TEXT NOT NULL,
  document_id INTEGER NOT NULL REFERENCES document(id),
  -- What of it stays charged.
  net INTEGER NOT NULL,
  PRIMARY KEY (agreement_id, line_id, from_day)
) STRICT, WITHOUT ROWID;
CREATE VIEW invoice AS
  SELECT d.id, d.number, d.kind, d.opportunity_id, d.account_id, d.state, d.made_by AS issued_by, d.made_on AS issued_on,
         t.type, t.order_id, t.agreement_id, t.of_id, t.due, t.net, t.tax, t.total, t.reference
  FROM document d JOIN invoice_terms t ON t.document_id = d.id;

-- What somebody has to say yes to: a sign-off of a quote's terms, a hold of an order, more credit for an account.
-- Whoever asks does not answer.
CREATE TABLE approval (
  id INTEGER PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('sign-off', 'hold', 'credit-request')),
  document_id INTEGER REFERENCES document(id),
  account_id INTEGER REFERENCES account(id),
  reason TEXT NOT NULL,
  role TEXT NOT NULL,
  words TEXT NOT NULL,
  asked_by INTEGER NOT NULL REFERENCES person(id),
  asked_at TEXT NOT NULL,
  why TEXT NOT NULL DEFAULT '',
  worksheet_version INTEGER NOT NULL,
  -- The worksheet that was asked about, as the reckoning reads it: whether a yes still holds is told from it.
  sheet TEXT,
  answer TEXT CHECK (answer IN ('yes', 'no', 'counter', 'condition', 'cleared', 'withdrawn')),
  -- How much may be given on a row in all, where that was answered.
  counter INTEGER,
  answered_by INTEGER REFERENCES person(id),
  answered_at TEXT,
  comment TEXT NOT NULL DEFAULT ''
) STRICT;
CREATE INDEX approval_document ON approval(document_id, id);
CREATE INDEX approval_open ON approval(role, id) WHERE answer IS NULL;
CREATE INDEX approval_account ON approval(account_id, id) WHERE account_id IS NOT NULL;
-- What a credit request asks for and what was given: a limit from a day, or the release against a deposit.
CREATE TABLE credit_request (
  approval_id INTEGER PRIMARY KEY REFERENCES approval(id),
  amount INTEGER NOT NULL,
  from_day TEXT NOT NULL,
  given INTEGER,
  given_from TEXT,
  deposit_percent INTEGER
) STRICT;

CREATE TABLE agreement (
  id INTEGER PRIMARY KEY,
  number TEXT NOT NULL UNIQUE,
  order_id INTEGER NOT NULL REFERENCES document(id),
  account_id INTEGER NOT NULL REFERENCES account(id),
  state TEXT NOT NULL CHECK (state IN ('running', 'not-renewed', 'renewed', 'ended')),
  currency TEXT NOT NULL,
  start_day TEXT NOT NULL,
  term_months INTEGER NOT NULL,
  notice_months INTEGER NOT NULL,
  end_day TEXT NOT NULL,
  call_on TEXT NOT NULL,
  monthly INTEGER NOT NULL,
  value INTEGER NOT NULL,
  follows_id INTEGER REFERENCES agreement(id),
  -- With which it is renewed together; then it has no next term of its own.
  joins_id INTEGER REFERENCES agreement(id),
  -- The ids of its lines among those of that next term, with spaces between.
  joins_lines TEXT,
  -- Where it ends on another day than its term does.
  ends_on TEXT,
  -- The day of what is to be invoiced or credited of it next; NULL when there is nothing.
  next_charge TEXT,
  -- What was agreed about the next term: by how much it may rise, and in words.
  uplift INTEGER NOT NULL DEFAULT 0,
  terms TEXT NOT NULL DEFAULT '',
  -- Why it is not renewed or ended early, and who has it then.
  reason TEXT,
  competitor TEXT,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE INDEX agreement_charge_due ON agreement(next_charge) WHERE next_charge IS NOT NULL;
CREATE INDEX agreement_end ON agreement(state, end_day);
CREATE INDEX agreement_account ON agreement(account_id);
CREATE INDEX agreement_order ON agreement(order_id);
CREATE INDEX agreement_joins ON agreement(joins_id) WHERE joins_id IS NOT NULL;

CREATE TABLE agreement_line (
  agreement_id INTEGER NOT NULL REFERENCES agreement(id),
  line_id TEXT NOT NULL,
  product TEXT REFERENCES product(code),
  description TEXT NOT NULL,
  quantity INTEGER NOT NULL,
  unit_net INTEGER NOT NULL,
  every_months INTEGER NOT NULL,
  charge INTEGER NOT NULL,
  tax INTEGER NOT NULL,
  PRIMARY KEY (agreement_id, line_id)
) STRICT, WITHOUT ROWID;

-- Prices of next terms that were raised in one act, and what each worksheet was before.
CREATE TABLE price_rise (
  id INTEGER PRIMARY KEY,
  at TEXT NOT NULL,
  person_id INTEGER NOT NULL REFERENCES person(id),
  words TEXT NOT NULL,
  undone_at TEXT,
  undone_by INTEGER REFERENCES person(id)
) STRICT;

CREATE TABLE price_rise_item (
  rise_id INTEGER NOT NULL REFERENCES price_rise(id),
  agreement_id INTEGER NOT NULL REFERENCES agreement(id),
  opportunity_id INTEGER NOT NULL REFERENCES opportunity(id),
  -- What was typed before, and the version that the rise made.
  before_form TEXT NOT NULL,
  worksheet_version INTEGER NOT NULL,
  value_before INTEGER NOT NULL,
  value_after INTEGER NOT NULL,
  letter_sent_at TEXT,
  PRIMARY KEY (rise_id, agreement_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX price_rise_agreement ON price_rise_item(agreement_id);

-- Another way to work a worksheet out, kept beside it: what was typed, as a document.
CREATE TABLE worksheet_scenario (
  id INTEGER PRIMARY KEY,
  worksheet_id INTEGER NOT NULL REFERENCES worksheet(id),
  name TEXT NOT NULL,
  typed TEXT NOT NULL,
  person_id INTEGER NOT NULL REFERENCES person(id),
  at TEXT NOT NULL,
  dropped_at TEXT
) STRICT;
CREATE INDEX worksheet_scenario_worksheet ON worksheet_scenario(worksheet_id, id);

-- A rule that was taken out of force stays for the worksheets that were agreed by it.
CREATE INDEX price_rule_product ON price_rule(product) WHERE product IS NOT NULL;
CREATE INDEX price_rule_family ON price_rule(family) WHERE family IS NOT NULL;

-- The families that a customer may buy from; without any, all of them.
CREATE TABLE account_assortment (
  account_id INTEGER NOT NULL REFERENCES account(id),
  family TEXT NOT NULL,
  PRIMARY KEY (account_id, family)
) STRICT, WITHOUT ROWID;

-- Rows that are put into a worksheet at once: a kit is a few products, a template whole sections.
CREATE TABLE template (
  id INTEGER PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('kit', 'template')),
  code TEXT NOT NULL UNIQUE COLLATE NOCASE,
  name TEXT NOT NULL,
  typed TEXT NOT NULL,
  deactivated INTEGER NOT NULL DEFAULT 0,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;

-- The sizes of one kind of product as a table: a row and a column lead to a product.
CREATE TABLE size_table (
  id INTEGER PRIMARY KEY,
  code TEXT NOT NULL UNIQUE COLLATE NOCASE,
  name TEXT NOT NULL,
  down TEXT NOT NULL,
  across TEXT NOT NULL,
  deactivated INTEGER NOT NULL DEFAULT 0,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE TABLE size_cell (
  size_table_id INTEGER NOT NULL REFERENCES size_table(id),
  row_position INTEGER NOT NULL,
  column_position INTEGER NOT NULL,
  row_name TEXT NOT NULL,
  column_name TEXT NOT NULL,
  product TEXT NOT NULL REFERENCES product(code),
  PRIMARY KEY (size_table_id, row_position, column_position)
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

-- Emails on their way out, written in the act that sends them and handed over after it.
CREATE TABLE outgoing_email (
  id INTEGER PRIMARY KEY,
  at TEXT NOT NULL,
  record TEXT NOT NULL,
  record_id INTEGER NOT NULL,
  sender TEXT NOT NULL,
  sender_name TEXT NOT NULL,
  -- One or several, between commas; copies go to those behind.
  recipient TEXT NOT NULL,
  copies TEXT NOT NULL DEFAULT '',
  subject TEXT NOT NULL,
  text TEXT NOT NULL,
  -- The Message-IDs of what it answers, the nearest last, between spaces.
  answers TEXT NOT NULL DEFAULT '',
  sent_at TEXT,
  tries INTEGER NOT NULL DEFAULT 0,
  failure TEXT
) STRICT;
-- Addresses that a mail server refused for good, until it takes an email for them.
CREATE TABLE email_refusal (
  address TEXT PRIMARY KEY,
  words TEXT NOT NULL,
  at TEXT NOT NULL
) STRICT, WITHOUT ROWID;
CREATE TABLE email_file (
  email_id INTEGER NOT NULL REFERENCES outgoing_email(id),
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  type TEXT NOT NULL,
  sha256 TEXT NOT NULL REFERENCES file_content(sha256),
  PRIMARY KEY (email_id, position)
) STRICT, WITHOUT ROWID;
-- A meeting that others were invited to by email; the sequence counts what was sent about it.
CREATE TABLE meeting_invitation (
  activity_id INTEGER PRIMARY KEY REFERENCES activity(id),
  -- Calendars take what follows from whoever invited first only.
  organizer TEXT NOT NULL,
  organizer_email TEXT NOT NULL,
  invited TEXT NOT NULL,
  minutes INTEGER NOT NULL,
  place TEXT NOT NULL,
  sequence INTEGER NOT NULL DEFAULT 0,
  cancelled_at TEXT
) STRICT;
-- What came from outside. It belongs to a record, or to none as long as nobody says to which.
CREATE TABLE incoming_email (
  id INTEGER PRIMARY KEY,
  message_id TEXT NOT NULL UNIQUE,
  record TEXT CHECK (record IN ('account', 'opportunity', 'enquiry')),
  record_id INTEGER,
  found_by TEXT NOT NULL CHECK (found_by IN ('hand', 'thread', 'number', 'contact', 'enquiry', 'domain', 'new', 'nothing')),
  sender TEXT NOT NULL,
  sender_name TEXT NOT NULL,
  recipients TEXT NOT NULL,
  copies TEXT NOT NULL,
  subject TEXT NOT NULL,
  text TEXT NOT NULL,
  answers TEXT NOT NULL,
  sent_at TEXT,
  received_at TEXT NOT NULL,
  sha256 TEXT NOT NULL REFERENCES file_content(sha256),
  -- What it is in the record's activities, and what is planned to answer it.
  activity_id INTEGER REFERENCES activity(id),
  answer_id INTEGER REFERENCES activity(id),
  answered_at TEXT
) STRICT;
CREATE INDEX incoming_email_activity ON incoming_email(activity_id);
CREATE INDEX incoming_email_answer ON incoming_email(answer_id);
CREATE INDEX incoming_email_record ON incoming_email(record, record_id);
-- The files that came with one; they are the record's where it has one.
CREATE TABLE incoming_email_file (
  email_id INTEGER NOT NULL REFERENCES incoming_email(id),
  position INTEGER NOT NULL,
  name TEXT NOT NULL,
  type TEXT NOT NULL,
  sha256 TEXT NOT NULL REFERENCES file_content(sha256),
  PRIMARY KEY (email_id, position)
) STRICT, WITHOUT ROWID;
CREATE INDEX outgoing_email_waiting ON outgoing_email(id) WHERE sent_at IS NULL;
-- The stand-in for a mail server: what was handed over, as it would have left.
CREATE TABLE email_standin (email_id INTEGER PRIMARY KEY REFERENCES outgoing_email(id), eml BLOB NOT NULL) STRICT;

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

-- Acts that carried a key of their sender's: a message that comes twice does its act once.
CREATE TABLE idempotency (
  key TEXT NOT NULL,
  person_id INTEGER NOT NULL REFERENCES person(id),
  act TEXT NOT NULL,
  target TEXT NOT NULL,
  result_id INTEGER NOT NULL,
  at TEXT NOT NULL,
  PRIMARY KEY (key, person_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX idempotency_at ON idempotency(at);

-- When a job last did its work for a day.
CREATE TABLE job_day (job TEXT PRIMARY KEY, day TEXT NOT NULL) STRICT, WITHOUT ROWID;

-- One index for the palette: every record that has a name or number. A rowid is the id times 32 and the kind's place.
CREATE VIRTUAL TABLE search_index USING fts5(kind UNINDEXED, record_id UNINDEXED, number, words, tokenize = "unicode61 remove_diacritics 2", prefix = '2 3');
-- The words that are found there, for what was typed with a slip.
CREATE VIRTUAL TABLE search_words USING fts5vocab(search_index, row);
-- The names of accounts (even rowids) and of enquiries (odd ones), half of which is the id: for telling who may be the same.
CREATE VIRTUAL TABLE name_index USING fts5(name, tokenize = "unicode61 remove_diacritics 2", prefix = '3');
-- How common a word is in names.
CREATE VIRTUAL TABLE name_words USING fts5vocab(name_index, row);

CREATE TRIGGER account_named AFTER INSERT ON account BEGIN
  INSERT INTO name_index (rowid, name) VALUES (new.id * 2, new.name);
END;
CREATE TRIGGER account_renamed AFTER UPDATE OF name ON account WHEN new.name <> old.name BEGIN
  UPDATE name_index SET name = new.name WHERE rowid = new.id * 2;
END;
CREATE TRIGGER enquiry_named AFTER INSERT ON enquiry_row BEGIN
  INSERT INTO name_index (rowid, name) VALUES (new.id * 2 + 1, new.name);
END;
CREATE TRIGGER enquiry_renamed AFTER UPDATE OF name ON enquiry_row WHEN new.name <> old.name BEGIN
  UPDATE name_index SET name = new.name WHERE rowid = new.id * 2 + 1;
END;
CREATE TRIGGER enquiry_unnamed AFTER DELETE ON enquiry_row BEGIN
  DELETE FROM name_index WHERE rowid = old.id * 2 + 1;
END;
