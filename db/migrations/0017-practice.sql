-- Practice on cars that stand in no shop: apart from every order, entry and figure of it.
CREATE TABLE practice_try (
  id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  scenario_id VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  title VARCHAR(200) NOT NULL,
  -- What it was begun with, as it was then: later scenarios and procedures change no old try.
  begun LONGTEXT NOT NULL,
  acts LONGTEXT NOT NULL,
  mode ENUM('refuses','lets-happen') NOT NULL,
  started_at DATETIME(3) NOT NULL,
  ended_at DATETIME(3) NULL,
  points TINYINT UNSIGNED NULL,
  faults TINYINT UNSIGNED NOT NULL,
  found TINYINT UNSIGNED NOT NULL DEFAULT 0,
  KEY practice_of (person_id, started_at),
  CONSTRAINT practice_by FOREIGN KEY (person_id) REFERENCES person (id)
);

-- What a person missed or knew: each drill answered, each fault found or not. What comes again when is read from it.
CREATE TABLE practice_answer (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  about VARCHAR(60) NOT NULL,
  seed INT UNSIGNED NOT NULL,
  typed VARCHAR(80) NOT NULL,
  correct BOOLEAN NOT NULL,
  answered_at DATETIME(3) NOT NULL,
  KEY practice_answers (person_id, about, answered_at),
  CONSTRAINT practice_answer_by FOREIGN KEY (person_id) REFERENCES person (id)
);

-- Scenarios of the shop's own, beside those that ship.
CREATE TABLE practice_scenario (
  id VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  content LONGTEXT NOT NULL,
  person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  kept_at DATETIME(3) NOT NULL
);

-- Who may do what alone, as a lead has signed it; the shop's chain holds who signed it when.
CREATE TABLE person_skill (
  person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  skill ENUM('springs','steering','brakes','welding','rack') NOT NULL,
  lead_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  signed_at DATETIME(3) NOT NULL,
  until_day DATE NULL,
  PRIMARY KEY (person_id, skill),
  CONSTRAINT skill_of FOREIGN KEY (person_id) REFERENCES person (id)
);
