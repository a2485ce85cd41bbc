-- What the shop promises and how it speaks to its customers.
ALTER TABLE shop ADD COLUMN heights_recheck_km INT UNSIGNED NOT NULL DEFAULT 800;
ALTER TABLE shop ADD COLUMN heights_recheck_days INT UNSIGNED NOT NULL DEFAULT 60;
ALTER TABLE shop ADD COLUMN alignment_recheck_days INT UNSIGNED NOT NULL DEFAULT 180;
ALTER TABLE shop ADD COLUMN check_in_days INT UNSIGNED NOT NULL DEFAULT 180;
ALTER TABLE shop ADD COLUMN unaligned_km INT UNSIGNED NOT NULL DEFAULT 60;
ALTER TABLE shop ADD COLUMN hard_use_percent INT UNSIGNED NOT NULL DEFAULT 50;
ALTER TABLE shop ADD COLUMN quiet_from TINYINT UNSIGNED NOT NULL DEFAULT 20;
ALTER TABLE shop ADD COLUMN quiet_to TINYINT UNSIGNED NOT NULL DEFAULT 8;
ALTER TABLE shop ADD COLUMN calendar_hash CHAR(64) NULL;

-- A kit may ask for its chassis sooner, or later, than the shop does.
ALTER TABLE kit ADD COLUMN recheck_km INT UNSIGNED NULL;

ALTER TABLE follow_up MODIFY kind ENUM('wheel','chassis','heights','alignment','check-in') NOT NULL;
ALTER TABLE follow_up MODIFY distance DECIMAL(12,2) NULL;
ALTER TABLE follow_up ADD COLUMN earliest_on DATE NULL;
ALTER TABLE follow_up ADD COLUMN latest_on DATE NULL;

-- What a platform's alignment is held against, and where that comes from.
CREATE TABLE alignment_spec (
  platform VARCHAR(60) NOT NULL PRIMARY KEY,
  source VARCHAR(200) NOT NULL,
  spec JSON NOT NULL,
  caster_goal DECIMAL(5,2) NULL,
  caster_why VARCHAR(200) NOT NULL DEFAULT '',
  updated_at DATETIME(3) NOT NULL
);

-- Sheets a rack dropped into the shop's folder, each kept once by the hash of what came.
CREATE TABLE rack_sheet (
  id CHAR(36) NOT NULL PRIMARY KEY,
  file_name VARCHAR(200) NOT NULL,
  file_hash CHAR(64) NOT NULL UNIQUE,
  came_at DATETIME(3) NOT NULL,
  order_number INT UNSIGNED NULL,
  plate VARCHAR(20) NOT NULL DEFAULT '',
  sheet JSON NULL,
  error VARCHAR(300) NOT NULL DEFAULT '',
  state ENUM('waiting','used','refused','dropped') NOT NULL,
  KEY rack_sheet_state (state, came_at)
);

-- Derived from the entries: alignments booked, lines of the watch lists, and what each job and visit taught of a kit.
CREATE TABLE booking_now (
  booking_id CHAR(36) NOT NULL PRIMARY KEY,
  order_id CHAR(36) NOT NULL,
  vehicle_id CHAR(36) NOT NULL,
  rack VARCHAR(80) NOT NULL,
  own BOOLEAN NOT NULL,
  starts_at DATETIME(3) NOT NULL,
  minutes INT UNSIGNED NOT NULL,
  kept BOOLEAN NOT NULL,
  KEY booking_order (order_id),
  KEY booking_starts (kept, starts_at)
);

CREATE TABLE watch_now (
  watch_id CHAR(36) NOT NULL PRIMARY KEY,
  order_id CHAR(36) NOT NULL,
  vehicle_id CHAR(36) NOT NULL,
  words VARCHAR(500) NOT NULL,
  photo_id CHAR(36) NULL,
  by_day DATE NULL,
  by_distance DECIMAL(12,2) NULL,
  unit ENUM('km','mi') NULL,
  answered_order CHAR(36) NULL,
  answer VARCHAR(500) NOT NULL DEFAULT '',
  settled BOOLEAN NOT NULL DEFAULT FALSE,
  KEY watch_order (order_id),
  KEY watch_vehicle (vehicle_id, settled),
  KEY watch_answered (answered_order)
);

CREATE TABLE kit_fact (
  fact_id VARCHAR(90) NOT NULL PRIMARY KEY,
  order_id CHAR(36) NOT NULL,
  kit VARCHAR(120) NOT NULL,
  platform VARCHAR(60) NOT NULL,
  what ENUM('moved','foul','check-in') NOT NULL,
  words VARCHAR(500) NOT NULL,
  detail JSON NOT NULL,
  at DATETIME(3) NOT NULL,
  KEY kit_fact_kit (kit, what),
  KEY kit_fact_order (order_id)
);

-- A question from a customer's page that somebody has to answer.
CREATE TABLE date_wish_now (
  wish_id CHAR(36) NOT NULL PRIMARY KEY,
  order_id CHAR(36) NOT NULL,
  day DATE NULL,
  words VARCHAR(500) NOT NULL,
  answer VARCHAR(500) NULL,
  at DATETIME(3) NOT NULL,
  KEY date_wish_order (order_id)
);

-- The customer's own page: one a work order, and of its address only the hash.
CREATE TABLE customer_link (
  id CHAR(36) NOT NULL PRIMARY KEY,
  order_id CHAR(36) NOT NULL,
  token_hash CHAR(64) NOT NULL UNIQUE,
  created_at DATETIME(3) NOT NULL,
  renewed_at DATETIME(3) NOT NULL,
  revoked_at DATETIME(3) NULL,
  KEY link_order (order_id, revoked_at),
  FOREIGN KEY (order_id) REFERENCES work_order (id)
);

CREATE TABLE customer_link_view (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  link_id CHAR(36) NOT NULL,
  at DATETIME(3) NOT NULL,
  what VARCHAR(20) NOT NULL,
  KEY link_view (link_id, at),
  FOREIGN KEY (link_id) REFERENCES customer_link (id)
);

-- Messages to customers. Where to is looked up when one is sent: contact data stays in its own table.
CREATE TABLE message_template (
  stage ENUM('soon','due','overdue','link','corrected') NOT NULL,
  channel ENUM('text','mail') NOT NULL,
  words VARCHAR(600) NOT NULL,
  PRIMARY KEY (stage, channel)
);

ALTER TABLE customer_contact ADD COLUMN no_reminders BOOLEAN NOT NULL DEFAULT FALSE;

CREATE TABLE message (
  id CHAR(36) NOT NULL PRIMARY KEY,
  once_key VARCHAR(120) NOT NULL UNIQUE,
  customer_id CHAR(36) NOT NULL,
  order_id CHAR(36) NOT NULL,
  stage ENUM('soon','due','overdue','link','corrected') NOT NULL,
  channel ENUM('text','mail') NOT NULL,
  words VARCHAR(900) NOT NULL,
  state ENUM('queued','sent','failed','dropped') NOT NULL,
  tries INT UNSIGNED NOT NULL DEFAULT 0,
  why VARCHAR(300) NOT NULL DEFAULT '',
  not_before DATETIME(3) NOT NULL,
  created_at DATETIME(3) NOT NULL,
  sent_at DATETIME(3) NULL,
  KEY message_state (state, not_before),
  KEY message_order (order_id)
);

-- Which stage of which come-back has been spoken of; a stage passed over counts as spoken of.
CREATE TABLE reminder (
  follow_up_id CHAR(36) NOT NULL,
  stage ENUM('soon','due','overdue') NOT NULL,
  message_id CHAR(36) NULL,
  at DATETIME(3) NOT NULL,
  PRIMARY KEY (follow_up_id, stage)
);

CREATE TABLE stand_in (
  id VARCHAR(20) NOT NULL PRIMARY KEY,
  working BOOLEAN NOT NULL DEFAULT TRUE
);
INSERT INTO stand_in (id) VALUES ('gateway');

-- People who came with an import are kept under their own names; only those at work here share none.
ALTER TABLE person DROP INDEX name;
ALTER TABLE person ADD KEY person_name (name, active);
