-- A stand-in answers only where somebody has chosen it by name; in a demo all of them do.
ALTER TABLE stand_in ADD COLUMN chosen BOOLEAN NOT NULL DEFAULT FALSE;
INSERT INTO stand_in (id) VALUES ('supplier'), ('rack'), ('camera'), ('wrench');
UPDATE stand_in SET chosen = COALESCE((SELECT demo FROM shop WHERE id = 1), FALSE);
-- What nothing here carries out is handed on by somebody: it waits for that, and then says who did.
ALTER TABLE message
  MODIFY state ENUM('queued', 'sent', 'failed', 'dropped', 'by hand', 'handed on') NOT NULL;
-- One car that was written down as two: the other one's orders are this one's.
ALTER TABLE vehicle ADD COLUMN merged_into CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
-- Lists of cars leave those out, and stay in the order they were seen.
ALTER TABLE vehicle ADD KEY vehicle_merged_seen (merged_into, seen_at, id);
