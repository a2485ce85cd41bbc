-- The shop, its people and the devices they use.
CREATE TABLE shop (
  id TINYINT UNSIGNED NOT NULL PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  time_zone VARCHAR(64) NOT NULL,
  currency CHAR(3) NOT NULL,
  distance_unit ENUM('km','mi') NOT NULL,
  wheel_recheck_km INT UNSIGNED NOT NULL,
  chassis_recheck_km INT UNSIGNED NOT NULL,
  chassis_recheck_days INT UNSIGNED NOT NULL,
  opened_at DATETIME(3) NOT NULL
);

CREATE TABLE setup_code (
  id TINYINT UNSIGNED NOT NULL PRIMARY KEY,
  code_hash CHAR(64) NOT NULL
);

CREATE TABLE person (
  id CHAR(36) NOT NULL PRIMARY KEY,
  name VARCHAR(80) NOT NULL UNIQUE,
  roles JSON NOT NULL,
  password_hash VARCHAR(255) NULL,
  pin_hash VARCHAR(255) NULL,
  length_unit ENUM('in','mm') NOT NULL DEFAULT 'in',
  torque_unit ENUM('lbft','nm') NOT NULL DEFAULT 'lbft',
  active BOOLEAN NOT NULL DEFAULT TRUE
);

CREATE TABLE device (
  id CHAR(36) NOT NULL PRIMARY KEY,
  first_seen DATETIME(3) NOT NULL,
  password_at DATETIME(3) NULL
);

CREATE TABLE session (
  id_hash CHAR(64) NOT NULL PRIMARY KEY,
  person_id CHAR(36) NOT NULL,
  device_id CHAR(36) NOT NULL,
  created_at DATETIME(3) NOT NULL,
  last_seen DATETIME(3) NOT NULL,
  ended_at DATETIME(3) NULL,
  KEY session_person (person_id, ended_at),
  FOREIGN KEY (person_id) REFERENCES person (id),
  FOREIGN KEY (device_id) REFERENCES device (id)
);

-- Wrong tries slow down: one row for each name (passwords) or person (PINs) tried.
CREATE TABLE sign_in_try (
  who VARCHAR(120) NOT NULL PRIMARY KEY,
  wrong INT UNSIGNED NOT NULL,
  last_at DATETIME(3) NOT NULL
);

-- Customers and vehicles. Contact data stands apart so that it can be erased; entries hold ids only.
CREATE TABLE customer (
  id CHAR(36) NOT NULL PRIMARY KEY,
  created_at DATETIME(3) NOT NULL
);

CREATE TABLE customer_contact (
  customer_id CHAR(36) NOT NULL PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  phone VARCHAR(60) NOT NULL,
  email VARCHAR(120) NOT NULL,
  KEY contact_name (name),
  FOREIGN KEY (customer_id) REFERENCES customer (id)
);

CREATE TABLE vehicle (
  id CHAR(36) NOT NULL PRIMARY KEY,
  customer_id CHAR(36) NOT NULL,
  label VARCHAR(120) NOT NULL,
  body ENUM('pick-up','wagon','van','cart') NOT NULL,
  plate VARCHAR(20) NOT NULL,
  plate_reversed VARCHAR(20) NOT NULL,
  vin VARCHAR(17) NOT NULL,
  drive ENUM('two-wheel','four-wheel') NOT NULL,
  front_suspension VARCHAR(20) NOT NULL,
  rear_suspension VARCHAR(20) NOT NULL,
  wheelbase_mm DECIMAL(8,2) NOT NULL,
  distance_unit ENUM('km','mi') NOT NULL,
  created_at DATETIME(3) NOT NULL,
  KEY vehicle_customer (customer_id),
  KEY vehicle_plate (plate),
  KEY vehicle_plate_reversed (plate_reversed),
  KEY vehicle_label (label),
  FOREIGN KEY (customer_id) REFERENCES customer (id)
);

CREATE TABLE shop_place (
  id VARCHAR(20) NOT NULL PRIMARY KEY,
  name VARCHAR(60) NOT NULL,
  position INT NOT NULL
);

CREATE TABLE wrench (
  id CHAR(36) NOT NULL PRIMARY KEY,
  name VARCHAR(80) NOT NULL,
  low_nm DECIMAL(8,3) NOT NULL,
  high_nm DECIMAL(8,3) NOT NULL,
  calibration_due DATE NOT NULL,
  active BOOLEAN NOT NULL DEFAULT TRUE
);

-- One visit of one vehicle.
CREATE TABLE work_order (
  id CHAR(36) NOT NULL PRIMARY KEY,
  number INT UNSIGNED NOT NULL UNIQUE,
  vehicle_id CHAR(36) NOT NULL,
  kind VARCHAR(20) NOT NULL,
  comes_back_from CHAR(36) NULL,
  created_at DATETIME(3) NOT NULL,
  KEY order_vehicle (vehicle_id, created_at),
  FOREIGN KEY (vehicle_id) REFERENCES vehicle (id)
);

-- The record. Nothing here is ever updated or deleted.
CREATE TABLE entry (
  id VARCHAR(48) NOT NULL PRIMARY KEY,
  chain CHAR(36) NOT NULL,
  seq INT UNSIGNED NOT NULL,
  kind VARCHAR(30) NOT NULL,
  at DATETIME(3) NOT NULL,
  received_at DATETIME(3) NOT NULL,
  person_id CHAR(36) NOT NULL,
  device_id CHAR(36) NOT NULL,
  corrects VARCHAR(48) NULL,
  canonical LONGTEXT NOT NULL,
  previous_hash CHAR(64) NOT NULL,
  hash CHAR(64) NOT NULL,
  UNIQUE KEY entry_chain (chain, seq),
  KEY entry_kind (kind, received_at)
);

-- One row a chain: how many entries it has and the hash of the last. `shop` is the chain of what belongs to no order.
CREATE TABLE chain_head (
  chain CHAR(36) NOT NULL PRIMARY KEY,
  count INT UNSIGNED NOT NULL,
  hash CHAR(64) NOT NULL,
  moved_at DATETIME(3) NOT NULL,
  KEY chain_moved (moved_at)
);

-- A command kept once: the same id with the same content gets the first answer again.
CREATE TABLE command_done (
  id CHAR(36) NOT NULL PRIMARY KEY,
  name VARCHAR(60) NOT NULL,
  content_hash CHAR(64) NOT NULL,
  answer LONGTEXT NOT NULL,
  done_at DATETIME(3) NOT NULL
);

-- Documents by what they hold: run documents and handoff packets, never changed.
CREATE TABLE document (
  hash CHAR(64) NOT NULL PRIMARY KEY,
  kind ENUM('run','packet','pdf') NOT NULL,
  content LONGBLOB NOT NULL,
  created_at DATETIME(3) NOT NULL
);

CREATE TABLE photo (
  id CHAR(36) NOT NULL PRIMARY KEY,
  upload_hash CHAR(64) NOT NULL UNIQUE,
  sha256 CHAR(64) NOT NULL,
  width INT UNSIGNED NOT NULL,
  height INT UNSIGNED NOT NULL,
  bytes MEDIUMBLOB NOT NULL,
  thumbnail MEDIUMBLOB NOT NULL,
  created_at DATETIME(3) NOT NULL
);

-- Signature pictures can be erased; the handoff entry keeps their hash.
CREATE TABLE signature (
  hash CHAR(64) NOT NULL PRIMARY KEY,
  order_id CHAR(36) NOT NULL,
  signer_name VARCHAR(120) NOT NULL,
  picture MEDIUMBLOB NOT NULL,
  created_at DATETIME(3) NOT NULL
);

-- Derived from the entries, rewritten with each command, rebuilt and compared by `npm run verify`.
CREATE TABLE order_now (
  order_id CHAR(36) NOT NULL PRIMARY KEY,
  place VARCHAR(20) NULL,
  closed BOOLEAN NOT NULL,
  mark VARCHAR(20) NULL,
  next_text VARCHAR(400) NOT NULL,
  next_role VARCHAR(10) NOT NULL,
  next_page VARCHAR(20) NOT NULL,
  waiting BOOLEAN NOT NULL,
  tape JSON NOT NULL,
  promised_for DATETIME(3) NULL,
  last_at DATETIME(3) NOT NULL,
  KEY order_now_open (closed, promised_for),
  KEY order_now_place (place, closed),
  FOREIGN KEY (order_id) REFERENCES work_order (id)
);

CREATE TABLE clock_now (
  clock_id CHAR(36) NOT NULL PRIMARY KEY,
  person_id CHAR(36) NOT NULL,
  order_id CHAR(36) NOT NULL,
  step_id VARCHAR(80) NULL,
  from_at DATETIME(3) NOT NULL,
  to_at DATETIME(3) NULL,
  reason VARCHAR(30) NULL,
  KEY clock_person (person_id, to_at),
  KEY clock_order (order_id),
  KEY clock_open (to_at)
);

CREATE TABLE odometer_now (
  entry_id VARCHAR(48) NOT NULL PRIMARY KEY,
  vehicle_id CHAR(36) NOT NULL,
  order_id CHAR(36) NOT NULL,
  at DATETIME(3) NOT NULL,
  value DECIMAL(12,2) NOT NULL,
  unit ENUM('km','mi') NOT NULL,
  source ENUM('arrival','road','report') NOT NULL,
  KEY odometer_vehicle (vehicle_id, at),
  KEY odometer_order (order_id)
);

CREATE TABLE follow_up (
  id CHAR(36) NOT NULL PRIMARY KEY,
  vehicle_id CHAR(36) NOT NULL,
  order_id CHAR(36) NOT NULL,
  kind ENUM('wheel','chassis') NOT NULL,
  because ENUM('handoff','moved') NOT NULL,
  places JSON NOT NULL,
  done_on DATE NOT NULL,
  odometer DECIMAL(12,2) NULL,
  unit ENUM('km','mi') NOT NULL,
  distance DECIMAL(12,2) NOT NULL,
  days INT UNSIGNED NULL,
  tire_factor DECIMAL(10,8) NOT NULL,
  stated_pace DECIMAL(12,4) NULL,
  due_odometer DECIMAL(12,2) NULL,
  due_on DATE NULL,
  pace_per_day DECIMAL(12,4) NULL,
  closed_by VARCHAR(48) NULL,
  closed_how VARCHAR(10) NULL,
  closed_order CHAR(36) NULL,
  KEY follow_up_vehicle (vehicle_id, closed_by),
  KEY follow_up_due (closed_by, due_on),
  KEY follow_up_order (order_id),
  KEY follow_up_closed_order (closed_order)
);

-- What each order last knew of a car's fasteners and openable things, by place. The newest order that names a place
-- speaks for the car, and the next visit starts from it.
CREATE TABLE car_place (
  order_id CHAR(36) NOT NULL,
  place VARCHAR(80) NOT NULL,
  what ENUM('fastener','item') NOT NULL,
  vehicle_id CHAR(36) NOT NULL,
  order_number INT UNSIGNED NOT NULL,
  state VARCHAR(12) NOT NULL,
  definition JSON NOT NULL,
  PRIMARY KEY (order_id, what, place),
  KEY car_place_vehicle (vehicle_id, what, place, order_number)
);
