-- The bytes of pictures and papers, by their hash, apart from what is known of them: a list of pictures reads none of theirs,
-- and a change to those tables moves none.
CREATE TABLE IF NOT EXISTS kept_file (
  hash CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  bytes LONGBLOB NOT NULL
);
UPDATE photo SET thumbnail_sha256 = SHA2(thumbnail, 256) WHERE thumbnail_sha256 IS NULL;
INSERT IGNORE INTO kept_file (hash, bytes) SELECT sha256, bytes FROM photo;
INSERT IGNORE INTO kept_file (hash, bytes) SELECT thumbnail_sha256, thumbnail FROM photo;
INSERT IGNORE INTO kept_file (hash, bytes) SELECT hash, content FROM document;
-- Written anew without them, so that their room is had back.
ALTER TABLE photo
  MODIFY thumbnail_sha256 CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  DROP COLUMN bytes, DROP COLUMN thumbnail, ADD KEY photo_sha256 (sha256), ADD KEY photo_thumbnail (thumbnail_sha256), ALGORITHM = COPY;
ALTER TABLE document DROP COLUMN content, ALGORITHM = COPY;
