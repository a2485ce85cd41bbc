-- A device is known by a secret that only its cookie holds; its id stands in entries and exports and opens nothing.
ALTER TABLE device ADD COLUMN secret_hash CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;

-- Up to which of the device's own numbers a key's moves still count; none said is all of them.
ALTER TABLE device_key ADD COLUMN counts_up_to BIGINT NULL;
