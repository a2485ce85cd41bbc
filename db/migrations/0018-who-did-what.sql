-- What somebody is signed off for may be one job, too: its procedure after the word "job".
ALTER TABLE person_skill
  MODIFY skill VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;

-- Steps of the record that ask for something to be signed off, by order, person and what it is: done alone, or beside
-- somebody who may. Derived from the entries.
CREATE TABLE skill_worked (
  order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  skill VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  alone SMALLINT UNSIGNED NOT NULL,
  beside SMALLINT UNSIGNED NOT NULL,
  last_at DATETIME(3) NOT NULL,
  PRIMARY KEY (order_id, person_id, skill),
  KEY skill_last (person_id, skill, last_at)
);
