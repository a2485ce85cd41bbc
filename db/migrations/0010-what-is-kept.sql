-- The answer kept for a command has a hash of its own beside it, over everything that is kept of the command.
ALTER TABLE command_done ADD COLUMN seal CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
UPDATE command_done SET seal = SHA2(CONCAT_WS('\n', id, name, content_hash, answer), 256) WHERE seal IS NULL;

-- Pictures that an entry names say so, so that only those nobody named are looked for before they are cleaned by their time.
ALTER TABLE photo ADD COLUMN in_record BOOLEAN NOT NULL DEFAULT FALSE;
UPDATE photo SET in_record = TRUE WHERE id IN
  (SELECT CONVERT(JSON_VALUE(canonical, '$.data.photoId') USING utf8mb4) COLLATE utf8mb4_bin FROM entry WHERE kind = 'photo');
-- Whether a device ever recorded anything is asked before it is forgotten.
ALTER TABLE entry ADD KEY entry_device (device_id);

-- An order that was taken in from another shop says so wherever it is read: when, and how many of its entries came along.
ALTER TABLE work_order ADD COLUMN taken_in DATETIME(3) NULL, ADD COLUMN taken_in_entries INT UNSIGNED NULL;
UPDATE work_order JOIN entry
    ON entry.kind = 'shop.change' AND JSON_VALUE(canonical, '$.data.what') = 'work order taken in'
   AND work_order.id = CONVERT(JSON_VALUE(canonical, '$.data.id') USING utf8mb4) COLLATE utf8mb4_bin
   SET taken_in = received_at, taken_in_entries = JSON_VALUE(canonical, '$.data.facts.entries');
