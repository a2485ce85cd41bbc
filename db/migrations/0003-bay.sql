-- What the shop has to work with besides its torque wrenches.
CREATE TABLE shop_tool (
  id CHAR(36) NOT NULL PRIMARY KEY,
  kind VARCHAR(60) NOT NULL,
  size VARCHAR(30) NULL,
  drive VARCHAR(10) NULL,
  active BOOLEAN NOT NULL DEFAULT TRUE,
  KEY shop_tool_kind (kind, size)
);

-- A wrench used as a lever or dropped is out until somebody has checked it.
ALTER TABLE wrench ADD COLUMN out_reason VARCHAR(200) NULL;

-- The largest piece this shop takes off a coil at once, in turns.
ALTER TABLE shop ADD COLUMN coil_step_turns DECIMAL(4,2) NOT NULL DEFAULT 0.25;

-- The shop's own versions of procedures. A running job keeps the version it began with.
CREATE TABLE procedure_version (
  id CHAR(36) NOT NULL PRIMARY KEY,
  procedure_id VARCHAR(80) NOT NULL,
  version INT UNSIGNED NOT NULL,
  title VARCHAR(200) NOT NULL,
  hash CHAR(64) NOT NULL,
  content LONGTEXT NOT NULL,
  note VARCHAR(400) NOT NULL,
  person_id CHAR(36) NOT NULL,
  created_at DATETIME(3) NOT NULL,
  UNIQUE KEY procedure_version_of (procedure_id, version),
  FOREIGN KEY (person_id) REFERENCES person (id)
);

ALTER TABLE document MODIFY kind ENUM('run','packet','pdf','procedure') NOT NULL;
ALTER TABLE follow_up MODIFY because ENUM('handoff','moved','value') NOT NULL;

-- Which torque wrench is bound to a tablet, and which fastener waits for its reading there.
CREATE TABLE wrench_link (
  device_id CHAR(36) NOT NULL PRIMARY KEY,
  wrench_id CHAR(36) NOT NULL,
  order_id CHAR(36) NULL,
  fastener_id VARCHAR(80) NULL,
  bound_at DATETIME(3) NOT NULL,
  FOREIGN KEY (device_id) REFERENCES device (id),
  FOREIGN KEY (wrench_id) REFERENCES wrench (id)
);

-- Every reading a bound wrench sent: written to an entry, or in the tray because nobody waited for it.
CREATE TABLE wrench_reading (
  id CHAR(36) NOT NULL PRIMARY KEY,
  device_id CHAR(36) NOT NULL,
  wrench_id CHAR(36) NOT NULL,
  nm DECIMAL(8,3) NOT NULL,
  angle_deg DECIMAL(6,1) NULL,
  at DATETIME(3) NOT NULL,
  state ENUM('tray','used','dropped') NOT NULL,
  why VARCHAR(300) NOT NULL DEFAULT '',
  KEY wrench_reading_tray (device_id, state, at)
);

-- Derived from the entries: what each job would have done differently.
CREATE TABLE lesson_now (
  lesson_id CHAR(36) NOT NULL PRIMARY KEY,
  order_id CHAR(36) NOT NULL,
  procedure_id VARCHAR(80) NULL,
  kit VARCHAR(120) NULL,
  about VARCHAR(30) NOT NULL,
  step_id VARCHAR(80) NULL,
  words VARCHAR(500) NOT NULL,
  standing ENUM('proven here','hearsay') NOT NULL,
  person_id CHAR(36) NOT NULL,
  at DATETIME(3) NOT NULL,
  KEY lesson_order (order_id),
  KEY lesson_procedure (procedure_id),
  KEY lesson_kit (kit)
);

-- What the lead made of a lesson; it is on the shop's chain.
CREATE TABLE lesson_settled (
  lesson_id CHAR(36) NOT NULL PRIMARY KEY,
  how ENUM('taken in','left') NOT NULL,
  words VARCHAR(400) NOT NULL,
  person_id CHAR(36) NOT NULL,
  at DATETIME(3) NOT NULL
);
