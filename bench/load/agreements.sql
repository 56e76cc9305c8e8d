-- Gives the demo's company 20,000 agreements of two lines that end within twelve months, each with the opportunity of its next
-- term, its call and its worksheet. Everything is made from numbers, so that each run makes the same.
PRAGMA foreign_keys = OFF;
PRAGMA synchronous = OFF;
BEGIN;
CREATE TEMP TABLE n (i INTEGER PRIMARY KEY);
INSERT INTO n WITH RECURSIVE c(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM c WHERE i < 20000) SELECT i FROM c;

-- A backup in the middle would be measured too.
UPDATE backup_plan SET hour = NULL;

INSERT INTO account (id, number, name, kind, status, industry, street, postal, town, email, phone, owner_id)
SELECT 10000 + i, 'A-' || (20000 + i), (SELECT name FROM account WHERE id = 1 + i % 60) || ' ' || i, 'company', 'customer',
       (SELECT industry FROM account WHERE id = 1 + i % 60), '', '10000', 'Saltmere', 'office@large' || i || '.example', '',
       (SELECT id FROM person WHERE login = CASE WHEN i % 2 THEN 'mara' ELSE 'priya' END)
FROM n WHERE i <= 5000;

INSERT INTO agreement (id, number, order_id, account_id, state, currency, start_day, term_months, notice_months, end_day, call_on,
                       monthly, value)
SELECT 100000 + i, 'R-' || (100000 + i), (SELECT MIN(id) FROM document WHERE kind = 'order'), 10000 + 1 + i % 5000, 'running', 'EUR',
       date('now', '-1 year', (1 + i % 330) || ' days'), 12, 1, date('now', (i % 330) || ' days'),
       date('now', (i % 330) || ' days', '-1 month'), 20000 + i % 500, (20000 + i % 500) * 12
FROM n;
INSERT INTO agreement_line (agreement_id, line_id, product, description, quantity, unit_net, every_months, charge, tax)
SELECT 100000 + n.i, l.id, p.code, p.name, 1000 * (1 + n.i % 9), p.list_price, 12, p.list_price * (1 + n.i % 9) / 100, 190000
FROM n JOIN (SELECT '1' AS id, 'CAL-B' AS code UNION SELECT '2', 'CAL-H') l JOIN product p ON p.code = l.code;

INSERT INTO worksheet (id, currency, list, contract, cost, monthly, invoice_total)
SELECT 1000000 + i, 'EUR', 240000, (20000 + i % 500) * 12, 100000, 20000 + i % 500, 285600 FROM n;
INSERT INTO worksheet_line (worksheet_id, position, line_id, product, description, quantity, own_price, every_months, term_months,
                            final, cost)
SELECT 1000000 + n.i, l.id, l.id, p.code, p.name, 1000 * (1 + n.i % 9), p.list_price, 12, 12,
       p.list_price * (1 + n.i % 9) / 100, 1000
FROM n JOIN (SELECT '1' AS id, 'CAL-B' AS code UNION SELECT '2', 'CAL-H') l JOIN product p ON p.code = l.code;

INSERT INTO opportunity (id, number, title, account_id, owner_id, process_id, stage_id, state, stage_since, opened_on, expected_close,
                         worksheet_id, renews_id, touched_on)
SELECT 1000000 + i, 'O-' || (1000000 + i), 'Renewal of R-' || (100000 + i), 10000 + 1 + i % 5000,
       (SELECT id FROM person WHERE login = CASE WHEN i % 2 THEN 'mara' ELSE 'priya' END),
       p.id, (SELECT MIN(id) FROM stage WHERE process_id = p.id), 'open', date('now'), date('now', '-1 year'),
       date('now', (i % 330) || ' days'), 1000000 + i, 100000 + i, date('now')
FROM n JOIN sales_process p ON p.kind = 'renewal';
INSERT INTO activity (kind, subject, due, person_id, opportunity_id, closed_at, done_at)
SELECT 'call', 'Call about the renewal', date('now', (id % 330) || ' days', '-1 month'), owner_id, id,
       CASE WHEN id % 3 = 0 THEN date('now', '-9 days') || 'T09:30:00Z' END,
       CASE WHEN id % 3 = 0 THEN date('now', '-9 days') || 'T09:30:00Z' END
FROM opportunity WHERE id > 1000000;
COMMIT;
ANALYZE;
SELECT (SELECT COUNT(*) FROM agreement) || ' agreements, ' || (SELECT COUNT(*) FROM account) || ' accounts';
