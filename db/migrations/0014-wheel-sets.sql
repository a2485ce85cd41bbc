-- The wheel sets of a car: tires and wheel, what the nuts go by, and how far the dial is off on it.
CREATE TABLE IF NOT EXISTS wheel_set (
  id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  vehicle_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  name VARCHAR(60) NOT NULL,
  tires VARCHAR(60) NOT NULL,
  rim_width_in DOUBLE NULL,
  offset_mm DOUBLE NULL,
  nm DOUBLE NULL,
  source VARCHAR(200) NOT NULL DEFAULT '',
  dial_factor DOUBLE NOT NULL DEFAULT 1,
  dial_from ENUM('driven', 'tire size', 'as made') NOT NULL DEFAULT 'as made',
  gone BOOLEAN NOT NULL DEFAULT FALSE,
  kept_at DATETIME(3) NOT NULL,
  KEY wheel_set_vehicle (vehicle_id)
);
-- The set each order left the car standing on: what come-backs are counted by.
CREATE TABLE IF NOT EXISTS wheels_on (
  order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  order_number INT UNSIGNED NOT NULL,
  vehicle_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  entry_id VARCHAR(48) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  at DATETIME(3) NOT NULL,
  set_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  dial_factor DOUBLE NOT NULL,
  odometer DOUBLE NULL,
  unit ENUM('km', 'mi') NULL,
  KEY wheels_on_vehicle (vehicle_id, order_number)
);
