-- The country whose way of writing figures and days, first day of the week and paper the company has; blank for none in particular.
ALTER TABLE company ADD COLUMN region TEXT NOT NULL DEFAULT '';

-- The number comes with what it is the number of.
UPDATE document_text SET body = replace(body, 'The delivery note {number} is enclosed.', 'The {number} is enclosed.'), version = version + 1
WHERE purpose = 'delivery-email' AND body LIKE '%The delivery note {number} is enclosed.%';
