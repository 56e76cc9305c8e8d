-- Makes a large company of the demo: <many> opportunities of three years with five lines each, 3 % of them open, with an account
-- for twenty of them and a rep for 2,500 in teams of five. Everything is made from numbers, so that each run makes the same.
PRAGMA foreign_keys = OFF;
PRAGMA synchronous = OFF;
BEGIN;
CREATE TEMP TABLE n (i INTEGER PRIMARY KEY);
INSERT INTO n WITH RECURSIVE c(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM c WHERE i < <many>) SELECT i FROM c;

-- A backup in the middle would be measured too.
UPDATE backup_plan SET hour = NULL;

INSERT INTO person (id, login, name, email, team, password)
SELECT 1000 + i, 'rep' || i, 'Rep ' || i, 'rep' || i || '@harrowplumb.example', 'Team ' || (i % <teams>),
       (SELECT password FROM person WHERE login = 'mara')
FROM n WHERE i <= <reps>;
INSERT INTO person_role (person_id, role) SELECT 1000 + i, 'rep' FROM n WHERE i <= <reps>;

INSERT INTO account (id, number, name, kind, status, industry, street, postal, town, email, phone, owner_id)
SELECT 10000 + i, 'A-' || (20000 + i),
       (SELECT name FROM account WHERE id = 1 + i % 60) || ' ' || i, 'company', CASE WHEN i % 3 THEN 'customer' ELSE 'prospect' END,
       (SELECT industry FROM account WHERE id = 1 + i % 60), '', printf('%05d', 10000 + i * 17 % 89999),
       (SELECT town FROM account WHERE id = 1 + i % 60), 'office@large' || i || '.example', '555 77 ' || printf('%06d', i),
       1001 + i % <reps>
FROM n WHERE i <= <accounts>;
INSERT INTO phone_digits (digits, record, record_id)
SELECT substr('55577' || printf('%06d', i), -8), 'account', 10000 + i FROM n WHERE i <= <accounts>;
INSERT INTO search_index (rowid, kind, record_id, number, words) SELECT id * 32, 'account', id, number, name || ' ' || town FROM account WHERE id > 10000;

INSERT INTO worksheet (id, currency, list, contract, cost, monthly, invoice_total)
SELECT 1000000 + i, 'EUR', v, v, v * 6 / 10, 0, v * 119 / 100
FROM (SELECT i, 40000 + (i * 7919) % 4000000 AS v FROM n);
INSERT INTO worksheet_line (worksheet_id, position, line_id, product, description, family, list_price, unit_cost, tax, quantity,
                            final, cost, in_family, term_list, term_net, term_cost)
SELECT 1000000 + n.i, k.i, k.i, p.code, p.name, p.family, p.list_price, p.unit_cost, p.tax, 1000 * (1 + (n.i + k.i) % 9),
       p.list_price / 100, p.unit_cost / 100, p.family, p.list_price / 100 * (100 + (n.i + k.i) % 12) / 100, p.list_price / 100,
       p.unit_cost / 100
FROM n JOIN (SELECT i FROM n WHERE i <= 5) k JOIN product p ON p.id = 1 + (n.i * 5 + k.i) % (SELECT MAX(id) FROM product);

-- The last 3 % are open, a third of them renewals; of the others half were won.
INSERT INTO opportunity (id, number, title, account_id, owner_id, process_id, stage_id, state, stage_since, opened_on, expected_close,
                         slips, worksheet_id, closed_on, won_amount, reason, priority, interest, business, source, campaign,
                         touched_on)
SELECT 1000000 + i, 'O-' || (1000000 + i),
       (SELECT title FROM opportunity WHERE id = 1 + i % 400), 10000 + 1 + i % <accounts>, 1001 + i % <reps>,
       CASE WHEN i % 3 THEN 1 ELSE 2 END,
       CASE WHEN i % 3 THEN (SELECT MIN(id) FROM stage WHERE process_id = 1) + i % 4
            ELSE (SELECT MIN(id) FROM stage WHERE process_id = 2) + i % 3 END,
       CASE WHEN i > <closed> THEN 'open' WHEN i % 2 THEN 'won' ELSE 'lost' END,
       CASE WHEN i > <closed> THEN date('now', -(i % 60) || ' days') ELSE date('now', -(1100 - i * 1021 / <closed>) || ' days') END,
       CASE WHEN i > <closed> THEN date('now', -(60 + i % 90) || ' days') ELSE date('now', -(1140 - i * 1021 / <closed>) || ' days') END,
       CASE WHEN i > <closed> THEN date('now', (i % 240 - 20) || ' days') ELSE date('now', -(1080 - i * 1021 / <closed>) || ' days') END,
       CASE WHEN i % 11 = 0 THEN 2 ELSE 0 END, 1000000 + i,
       CASE WHEN i > <closed> THEN NULL ELSE date('now', -(1085 - i * 1021 / <closed>) || ' days') END,
       CASE WHEN i <= <closed> AND i % 2 THEN 40000 + (i * 7919) % 4000000 END,
       CASE WHEN i <= <closed> AND i % 2 = 0 THEN CASE i % 6 WHEN 0 THEN 'Price' WHEN 2 THEN 'Bought elsewhere' ELSE 'No budget this year' END END,
       CASE i % 5 WHEN 0 THEN 'high' WHEN 1 THEN 'low' ELSE 'normal' END,
       CASE i % 4 WHEN 0 THEN 'high' WHEN 1 THEN 'medium' ELSE 'unknown' END, CASE WHEN i % 2 THEN 'new' ELSE 'existing' END,
       CASE i % 4 WHEN 0 THEN 'phone' WHEN 1 THEN 'web form' WHEN 2 THEN 'trade fair' ELSE 'word of mouth' END,
       CASE WHEN i % 9 THEN '' ELSE 'Autumn calibration' END,
       CASE WHEN i > <closed> THEN date('now', -(i % 25) || ' days') ELSE date('now', -(1085 - i * 1021 / <closed>) || ' days') END
FROM n;
-- Each came to its stage step by step, eight days each, and stood as it did in between.
INSERT INTO stage_log (opportunity_id, at, person_id, from_stage, to_stage, value)
SELECT o.id, date(o.opened_on, ((s.position - 1) * 8) || ' days') || 'T09:30:00Z', o.owner_id,
       (SELECT MAX(b.id) FROM stage b WHERE b.process_id = s.process_id AND b.position < s.position), s.id, o.value
FROM opportunity o JOIN stage here ON here.id = o.stage_id JOIN stage s ON s.process_id = o.process_id AND s.position <= here.position
WHERE o.id > 1000000 ORDER BY o.id, s.position;
DELETE FROM pipeline_history WHERE opportunity_id > 1000000;
INSERT INTO pipeline_history (opportunity_id, day, until_day, state, stage_id, value, probability, expected_close)
SELECT o.id, date(o.opened_on, ((s.position - 1) * 8) || ' days'),
       CASE WHEN s.position < here.position THEN date(o.opened_on, (s.position * 8) || ' days') ELSE COALESCE(o.closed_on, '9999-12-31') END,
       'open', s.id, o.value, s.probability, o.expected_close
FROM opportunity o JOIN stage here ON here.id = o.stage_id JOIN stage s ON s.process_id = o.process_id AND s.position <= here.position
WHERE o.id > 1000000;
INSERT INTO pipeline_history (opportunity_id, day, state, stage_id, value, probability, expected_close)
SELECT o.id, o.closed_on, o.state, o.stage_id, o.value, s.probability, o.expected_close
FROM opportunity o JOIN stage s ON s.id = o.stage_id WHERE o.id > 1000000 AND o.closed_on IS NOT NULL;
INSERT INTO activity (kind, subject, due, person_id, opportunity_id, closed_at, done_at)
SELECT 'call', 'Call back', CASE WHEN state = 'open' THEN date('now', (id % 20 - 2) || ' days') ELSE closed_on END, owner_id, id,
       CASE WHEN state = 'open' THEN NULL ELSE closed_on || 'T09:30:00Z' END,
       CASE WHEN state = 'open' THEN NULL ELSE closed_on || 'T09:30:00Z' END
FROM opportunity WHERE id > 1000000 AND (state <> 'open' OR id % 7);
INSERT INTO opportunity_tag (opportunity_id, tag)
SELECT id, CASE id % 3 WHEN 0 THEN 'export' WHEN 1 THEN 'retrofit' ELSE 'new hall' END FROM opportunity
WHERE id > 1000000 AND id % 4 = 0;
INSERT INTO search_index (rowid, kind, record_id, number, words)
SELECT o.id * 32 + 2, 'opportunity', o.id, o.number, o.title || ' ' || a.name FROM opportunity o JOIN account a ON a.id = o.account_id
WHERE o.id > 1000000;
INSERT OR IGNORE INTO goal (person_id, month, amount)
SELECT 1000 + p.i, strftime('%Y-%m', 'now', (m.i - 6) || ' months'), 4200000
FROM (SELECT i FROM n WHERE i <= <reps>) p JOIN (SELECT i FROM n WHERE i <= 12) m;
COMMIT;
ANALYZE;
SELECT (SELECT COUNT(*) FROM opportunity) || ' opportunities, ' || (SELECT COUNT(*) FROM worksheet_line) || ' lines, '
       || (SELECT COUNT(*) FROM opportunity WHERE state = 'open') || ' open';
