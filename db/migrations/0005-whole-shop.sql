-- When the shop is open, in minutes of the day; weekdays from Monday = 1, and those on which its rack can be had.
ALTER TABLE shop ADD COLUMN open_from SMALLINT UNSIGNED NOT NULL DEFAULT 480;
ALTER TABLE shop ADD COLUMN open_to SMALLINT UNSIGNED NOT NULL DEFAULT 1020;
ALTER TABLE shop ADD COLUMN rest_from SMALLINT UNSIGNED NOT NULL DEFAULT 720;
ALTER TABLE shop ADD COLUMN rest_minutes SMALLINT UNSIGNED NOT NULL DEFAULT 30;
ALTER TABLE shop ADD COLUMN open_days VARCHAR(14) NOT NULL DEFAULT '1 2 3 4 5';
ALTER TABLE shop ADD COLUMN rack_days VARCHAR(14) NOT NULL DEFAULT '1 2 3 4 5';
ALTER TABLE shop_place ADD COLUMN kind ENUM('lift','floor','rack') NOT NULL DEFAULT 'lift';
UPDATE shop_place SET kind = 'floor' WHERE id LIKE 'floor%';
ALTER TABLE shop_place ADD COLUMN active BOOLEAN NOT NULL DEFAULT TRUE;
ALTER TABLE person ADD COLUMN skills JSON NOT NULL DEFAULT ('[]');

-- Derived: what each open order still needs of the week; what a finished job's hours hung on; minutes of each step.
CREATE TABLE week_need (
  order_id CHAR(36) NOT NULL PRIMARY KEY,
  need JSON NOT NULL
);
ALTER TABLE finished_work ADD COLUMN rusty BOOLEAN NOT NULL DEFAULT FALSE;
ALTER TABLE finished_work ADD COLUMN first_time BOOLEAN NOT NULL DEFAULT FALSE;
ALTER TABLE finished_work ADD COLUMN closed_at DATETIME(3) NOT NULL DEFAULT '2000-01-01 00:00:00';
ALTER TABLE finished_work ADD KEY finished_work_procedures (procedures(100), closed_at);
ALTER TABLE finished_work ADD KEY finished_work_closed (closed_at);

CREATE TABLE step_time (
  order_id CHAR(36) NOT NULL,
  step_id VARCHAR(80) NOT NULL,
  words VARCHAR(200) NOT NULL,
  book_minutes DECIMAL(7,2) NOT NULL,
  actual_minutes DECIMAL(7,2) NOT NULL,
  done_at DATETIME(3) NOT NULL,
  PRIMARY KEY (order_id, step_id),
  KEY step_time_done (done_at)
);

-- The week as agreed: where each phase was put, what a hand pinned, who is away, what waits, and rush jobs to come.
CREATE TABLE week_slot (
  job_id VARCHAR(48) NOT NULL,
  phase_id VARCHAR(20) NOT NULL,
  person_id CHAR(36) NULL,
  place_id VARCHAR(20) NULL,
  starts_at DATETIME(3) NOT NULL,
  ends_at DATETIME(3) NOT NULL,
  PRIMARY KEY (job_id, phase_id),
  KEY week_slot_starts (starts_at)
);

CREATE TABLE week_pin (
  job_id VARCHAR(48) NOT NULL,
  phase_id VARCHAR(20) NOT NULL,
  person_id CHAR(36) NULL,
  place_id VARCHAR(20) NULL,
  starts_at DATETIME(3) NULL,
  PRIMARY KEY (job_id, phase_id)
);

CREATE TABLE week_wait (
  job_id VARCHAR(48) NOT NULL PRIMARY KEY,
  until_day DATE NOT NULL,
  words VARCHAR(200) NOT NULL
);

CREATE TABLE week_away (
  person_id CHAR(36) NOT NULL,
  day DATE NOT NULL,
  PRIMARY KEY (person_id, day),
  KEY week_away_day (day)
);

CREATE TABLE week_rush (
  id CHAR(36) NOT NULL PRIMARY KEY,
  label VARCHAR(120) NOT NULL,
  minutes INT UNSIGNED NOT NULL,
  needs_lift BOOLEAN NOT NULL,
  promised_for DATETIME(3) NOT NULL,
  closed BOOLEAN NOT NULL DEFAULT FALSE
);

-- Devices by a name people know them by; the key each person's queued entries are signed with there.
ALTER TABLE device ADD COLUMN name VARCHAR(60) NOT NULL DEFAULT '';
CREATE TABLE device_key (
  device_id CHAR(36) NOT NULL,
  person_id CHAR(36) NOT NULL,
  public_key VARCHAR(400) NOT NULL,
  created_at DATETIME(3) NOT NULL,
  PRIMARY KEY (device_id, person_id),
  FOREIGN KEY (device_id) REFERENCES device (id),
  FOREIGN KEY (person_id) REFERENCES person (id)
);

-- Every queued move a device sent, and what became of it: once each, and a refused one is a task.
CREATE TABLE outbox_taken (
  command_id CHAR(36) NOT NULL PRIMARY KEY,
  device_id CHAR(36) NOT NULL,
  person_id CHAR(36) NOT NULL,
  device_seq INT UNSIGNED NOT NULL,
  name VARCHAR(60) NOT NULL,
  at DATETIME(3) NOT NULL,
  taken_at DATETIME(3) NOT NULL,
  how ENUM('recorded','task','forged') NOT NULL,
  KEY outbox_device (device_id, taken_at)
);

-- Derived: what somebody has to look at, and which tablet holds lowering and driving of a car.
CREATE TABLE task_now (
  task_id VARCHAR(60) NOT NULL PRIMARY KEY,
  order_id CHAR(36) NOT NULL,
  about VARCHAR(20) NOT NULL,
  words VARCHAR(600) NOT NULL,
  done BOOLEAN NOT NULL,
  at DATETIME(3) NOT NULL,
  KEY task_order (order_id),
  KEY task_open (done, at)
);

CREATE TABLE lowering_now (
  order_id CHAR(36) NOT NULL PRIMARY KEY,
  device_id CHAR(36) NOT NULL,
  person_id CHAR(36) NOT NULL,
  since DATETIME(3) NOT NULL,
  KEY lowering_device (device_id)
);

-- Derived: the words each order can be found by. Names of customers stay with their contact data.
CREATE TABLE search_doc (
  order_id CHAR(36) NOT NULL,
  what ENUM('car','parts','fasteners','notes','photos') NOT NULL,
  words TEXT NOT NULL,
  at DATETIME(3) NOT NULL,
  PRIMARY KEY (order_id, what),
  FULLTEXT KEY search_words (words)
);
ALTER TABLE customer_contact ADD FULLTEXT KEY contact_words (name);
ALTER TABLE vehicle ADD FULLTEXT KEY vehicle_words (label);

-- Three letters in a row of every plate, so that a scrap of it finds the car.
CREATE TABLE plate_gram (
  gram CHAR(3) NOT NULL,
  vehicle_id CHAR(36) NOT NULL,
  PRIMARY KEY (gram, vehicle_id),
  KEY plate_gram_vehicle (vehicle_id)
);

-- How often somebody asked for something that is limited: sign-ins, customers' pages, uploads.
CREATE TABLE rate_count (
  who VARCHAR(120) NOT NULL,
  span BIGINT UNSIGNED NOT NULL,
  count INT UNSIGNED NOT NULL,
  PRIMARY KEY (who, span),
  KEY rate_span (span)
);

ALTER TABLE order_now ADD KEY order_now_last (last_at);
ALTER TABLE work_order ADD KEY order_created (created_at);

ALTER TABLE order_now ADD COLUMN order_number INT UNSIGNED NOT NULL DEFAULT 0;
ALTER TABLE order_now ADD KEY order_now_number (closed, order_number);

-- When a chain last moved by the database's own clock: what live pages listen to, whatever a server's clock says.
ALTER TABLE chain_head ADD COLUMN changed_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3) ON UPDATE CURRENT_TIMESTAMP(3);
ALTER TABLE chain_head ADD KEY chain_changed (changed_at);
ALTER TABLE clock_now ADD KEY clock_ended (to_at, person_id);

-- When a car was last taken in, so that those seen last lead the list of cars.
ALTER TABLE vehicle ADD COLUMN seen_at DATETIME(3) NOT NULL DEFAULT '2000-01-01 00:00:00';
UPDATE vehicle SET seen_at = COALESCE((SELECT MAX(created_at) FROM work_order WHERE work_order.vehicle_id = vehicle.id), created_at);
ALTER TABLE vehicle ADD KEY vehicle_seen (seen_at, id);
ALTER TABLE vehicle ADD KEY vehicle_vin (vin);
