-- What a car is, as facts that a kit's build is chosen by (steering-box place, engine, model year, sleeve size).
ALTER TABLE vehicle ADD COLUMN facts JSON NOT NULL DEFAULT ('{}');
ALTER TABLE vehicle ADD COLUMN later VARCHAR(300) NOT NULL DEFAULT '';
ALTER TABLE vehicle ADD COLUMN platform VARCHAR(60) NOT NULL DEFAULT '';
ALTER TABLE vehicle ADD KEY vehicle_platform (platform);

ALTER TABLE shop ADD COLUMN cents_per_hour INT UNSIGNED NOT NULL DEFAULT 12500;

-- The shop's catalog.
CREATE TABLE kit (
  id CHAR(36) NOT NULL PRIMARY KEY,
  name VARCHAR(120) NOT NULL UNIQUE,
  note VARCHAR(400) NOT NULL,
  fits JSON NOT NULL,
  claimed_front DECIMAL(8,2) NULL,
  claimed_rear DECIMAL(8,2) NULL,
  active BOOLEAN NOT NULL DEFAULT TRUE
);

CREATE TABLE kit_build (
  id CHAR(36) NOT NULL PRIMARY KEY,
  kit_id CHAR(36) NOT NULL,
  name VARCHAR(120) NOT NULL,
  position INT NOT NULL,
  facts JSON NOT NULL,
  part_lines JSON NOT NULL,
  KEY kit_build_kit (kit_id, position),
  FOREIGN KEY (kit_id) REFERENCES kit (id)
);

CREATE TABLE part (
  id CHAR(36) NOT NULL PRIMARY KEY,
  code VARCHAR(40) NOT NULL UNIQUE,
  name VARCHAR(120) NOT NULL,
  kind VARCHAR(30) NOT NULL,
  end_of_car ENUM('front','rear','both') NOT NULL,
  settings JSON NOT NULL,
  cost_cents INT UNSIGNED NOT NULL,
  minutes INT UNSIGNED NOT NULL,
  claimed DECIMAL(8,2) NULL,
  rated_least DECIMAL(8,2) NULL,
  rated_most DECIMAL(8,2) NULL,
  requires JSON NOT NULL,
  excludes JSON NOT NULL,
  kit_id CHAR(36) NULL,
  active BOOLEAN NOT NULL DEFAULT TRUE,
  KEY part_kind (kind, end_of_car),
  KEY part_kit (kit_id),
  FOREIGN KEY (kit_id) REFERENCES kit (id)
);

-- Derived from the entries. What was measured on a car, the newest first to speak; what each finished axle gave.
CREATE TABLE car_measure (
  entry_id VARCHAR(48) NOT NULL PRIMARY KEY,
  vehicle_id CHAR(36) NOT NULL,
  order_id CHAR(36) NOT NULL,
  measure VARCHAR(40) NOT NULL,
  value DECIMAL(14,5) NOT NULL,
  known VARCHAR(10) NOT NULL,
  at DATETIME(3) NOT NULL,
  KEY car_measure_vehicle (vehicle_id, measure, at),
  KEY car_measure_order (order_id)
);

CREATE TABLE finished_lift (
  order_id CHAR(36) NOT NULL,
  end_of_car ENUM('front','rear') NOT NULL,
  kit VARCHAR(120) NULL,
  platform VARCHAR(60) NOT NULL,
  predicted DECIMAL(10,4) NOT NULL,
  measured DECIMAL(10,4) NOT NULL,
  claimed DECIMAL(10,4) NULL,
  PRIMARY KEY (order_id, end_of_car),
  KEY finished_lift_kit (kit),
  KEY finished_lift_platform (platform)
);

CREATE TABLE finished_work (
  order_id CHAR(36) NOT NULL PRIMARY KEY,
  platform VARCHAR(60) NOT NULL,
  procedures VARCHAR(400) NOT NULL,
  book_minutes INT UNSIGNED NOT NULL,
  actual_minutes INT UNSIGNED NOT NULL,
  KEY finished_work_platform (platform)
);
