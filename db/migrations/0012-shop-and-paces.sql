-- What a customer's paper says of the shop, and how it counts tax.
ALTER TABLE shop
  ADD COLUMN address VARCHAR(300) NOT NULL DEFAULT '',
  ADD COLUMN phone VARCHAR(60) NOT NULL DEFAULT '',
  ADD COLUMN paper ENUM('a4', 'letter') NOT NULL DEFAULT 'letter',
  ADD COLUMN tax_how ENUM('none', 'added', 'included') NOT NULL DEFAULT 'none',
  ADD COLUMN tax_percent DOUBLE NOT NULL DEFAULT 0,
  ADD COLUMN tax_label VARCHAR(40) NOT NULL DEFAULT '',
  ADD COLUMN quote_days INT UNSIGNED NOT NULL DEFAULT 30;
-- A due day worked out by a usual pace, since nobody knows the driver's own.
ALTER TABLE follow_up ADD COLUMN pace_assumed BOOLEAN NOT NULL DEFAULT FALSE;
