-- Torque values that a shop entered from a sheet, kept for the platform and the kits they are for, so that the next job has
-- them. Those of the demo are made up: they go by their procedure alone and say so.
CREATE TABLE IF NOT EXISTS kept_value (
  procedure_id VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT '',
  platform VARCHAR(80) NOT NULL DEFAULT '',
  kit VARCHAR(200) NOT NULL DEFAULT '',
  place VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  fastener VARCHAR(120) NOT NULL,
  nm DOUBLE NOT NULL,
  angle_deg DOUBLE NULL,
  source VARCHAR(200) NOT NULL,
  made_up BOOLEAN NOT NULL DEFAULT FALSE,
  order_number INT UNSIGNED NULL,
  person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
  kept_at DATETIME(3) NOT NULL,
  PRIMARY KEY (procedure_id, platform, kit, place)
);
-- The demo says of itself that it is one.
ALTER TABLE shop ADD COLUMN demo BOOLEAN NOT NULL DEFAULT FALSE;
