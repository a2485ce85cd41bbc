-- How an axle is hung on one platform, as the shop has measured it: a copy of the anatomy that ships, with figures of its own.
CREATE TABLE IF NOT EXISTS anatomy_own (
  anatomy_id VARCHAR(60) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  platform VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  version INT UNSIGNED NOT NULL,
  content MEDIUMTEXT NOT NULL,
  note VARCHAR(300) NOT NULL,
  person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  saved_at DATETIME(3) NOT NULL,
  PRIMARY KEY (anatomy_id, platform)
);
