-- What the tries of a job said of a setting: how far a hole, a turn or a block of this kit moves a car.
ALTER TABLE kit_fact MODIFY what ENUM('moved','foul','check-in','slope') NOT NULL;
-- Four height gauges at the wheels, as a stand-in.
INSERT INTO stand_in (id) VALUES ('gauges');
UPDATE stand_in SET chosen = COALESCE((SELECT demo FROM shop WHERE id = 1), FALSE) WHERE id = 'gauges';
