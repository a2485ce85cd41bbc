-- Ids and hashes are what they are, letter for letter: two that differ by capitals are two. Names stay found either way.
-- Entries whose order was once named in capitals are looked up by the name as it is kept; their text stays as it was
-- written, and the start notes in the shop's chain what differs and why.
UPDATE entry SET chain = LOWER(chain) WHERE BINARY chain <> LOWER(chain);
UPDATE chain_head SET chain = LOWER(chain) WHERE BINARY chain <> LOWER(chain);
-- What refers to other tables lets go while the ids change, and holds them again below.
ALTER TABLE customer_contact DROP FOREIGN KEY IF EXISTS customer_contact_ibfk_1;
ALTER TABLE customer_link DROP FOREIGN KEY IF EXISTS customer_link_ibfk_1;
ALTER TABLE customer_link_view DROP FOREIGN KEY IF EXISTS customer_link_view_ibfk_1;
ALTER TABLE device_key DROP FOREIGN KEY IF EXISTS device_key_ibfk_1;
ALTER TABLE device_key DROP FOREIGN KEY IF EXISTS device_key_ibfk_2;
ALTER TABLE kit_build DROP FOREIGN KEY IF EXISTS kit_build_ibfk_1;
ALTER TABLE order_now DROP FOREIGN KEY IF EXISTS order_now_ibfk_1;
ALTER TABLE part DROP FOREIGN KEY IF EXISTS part_ibfk_1;
ALTER TABLE procedure_version DROP FOREIGN KEY IF EXISTS procedure_version_ibfk_1;
ALTER TABLE session DROP FOREIGN KEY IF EXISTS session_ibfk_1;
ALTER TABLE session DROP FOREIGN KEY IF EXISTS session_ibfk_2;
ALTER TABLE vehicle DROP FOREIGN KEY IF EXISTS vehicle_ibfk_1;
ALTER TABLE work_order DROP FOREIGN KEY IF EXISTS work_order_ibfk_1;
ALTER TABLE wrench_link DROP FOREIGN KEY IF EXISTS wrench_link_ibfk_1;
ALTER TABLE wrench_link DROP FOREIGN KEY IF EXISTS wrench_link_ibfk_2;
ALTER TABLE booking_now
  MODIFY booking_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY vehicle_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE car_measure
  MODIFY entry_id VARCHAR(48) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY vehicle_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE car_place
  MODIFY place VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY vehicle_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE chain_head
  MODIFY chain CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY hash CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE clock_now
  MODIFY clock_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY step_id VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
ALTER TABLE command_done
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY content_hash CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE customer
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE customer_contact
  MODIFY customer_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE customer_link
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY token_hash CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE customer_link_view
  MODIFY link_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE date_wish_now
  MODIFY wish_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE device
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE device_key
  MODIFY device_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE document
  MODIFY hash CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE entry
  MODIFY id VARCHAR(48) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY chain CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY device_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY corrects VARCHAR(48) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
  MODIFY previous_hash CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY hash CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE finished_lift
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE finished_work
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE follow_up
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY vehicle_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY closed_by VARCHAR(48) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
  MODIFY closed_order CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
ALTER TABLE kit
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE kit_build
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY kit_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE kit_fact
  MODIFY fact_id VARCHAR(90) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE lesson_now
  MODIFY lesson_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY procedure_id VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
  MODIFY step_id VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
  MODIFY person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE lesson_settled
  MODIFY lesson_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE lowering_now
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY device_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE message
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY customer_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE odometer_now
  MODIFY entry_id VARCHAR(48) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY vehicle_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE order_now
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY place VARCHAR(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
ALTER TABLE outbox_taken
  MODIFY command_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY device_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE part
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY kit_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
ALTER TABLE person
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY password_hash VARCHAR(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
  MODIFY pin_hash VARCHAR(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
ALTER TABLE photo
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY upload_hash CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY sha256 CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE plate_gram
  MODIFY vehicle_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE procedure_version
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY procedure_id VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY hash CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE rack_sheet
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY file_hash CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE reminder
  MODIFY follow_up_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY message_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
ALTER TABLE search_doc
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE session
  MODIFY id_hash CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY device_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE setup_code
  MODIFY code_hash CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE shop
  MODIFY calendar_hash CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
ALTER TABLE shop_place
  MODIFY id VARCHAR(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY held_by CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
ALTER TABLE shop_tool
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE signature
  MODIFY hash CHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE stand_in
  MODIFY id VARCHAR(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE step_time
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY step_id VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE task_now
  MODIFY task_id VARCHAR(60) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE vehicle
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY customer_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE watch_now
  MODIFY watch_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY vehicle_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY photo_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
  MODIFY answered_order CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
ALTER TABLE week_away
  MODIFY person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE week_need
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE week_pin
  MODIFY job_id VARCHAR(48) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY phase_id VARCHAR(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
  MODIFY place_id VARCHAR(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
ALTER TABLE week_rush
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE week_slot
  MODIFY job_id VARCHAR(48) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY phase_id VARCHAR(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY person_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
  MODIFY place_id VARCHAR(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
ALTER TABLE week_wait
  MODIFY job_id VARCHAR(48) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE work_order
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY vehicle_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY comes_back_from CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
ALTER TABLE wrench
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE wrench_link
  MODIFY device_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY wrench_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
  MODIFY fastener_id VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
ALTER TABLE wrench_reading
  MODIFY id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY device_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  MODIFY wrench_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;

ALTER TABLE customer_contact ADD CONSTRAINT customer_contact_customer FOREIGN KEY IF NOT EXISTS (customer_id) REFERENCES customer (id);
ALTER TABLE customer_link ADD CONSTRAINT customer_link_order FOREIGN KEY IF NOT EXISTS (order_id) REFERENCES work_order (id);
ALTER TABLE customer_link_view ADD CONSTRAINT customer_link_view_link FOREIGN KEY IF NOT EXISTS (link_id) REFERENCES customer_link (id);
ALTER TABLE device_key ADD CONSTRAINT device_key_device FOREIGN KEY IF NOT EXISTS (device_id) REFERENCES device (id);
ALTER TABLE device_key ADD CONSTRAINT device_key_person FOREIGN KEY IF NOT EXISTS (person_id) REFERENCES person (id);
ALTER TABLE kit_build ADD CONSTRAINT kit_build_kit FOREIGN KEY IF NOT EXISTS (kit_id) REFERENCES kit (id);
ALTER TABLE order_now ADD CONSTRAINT order_now_order FOREIGN KEY IF NOT EXISTS (order_id) REFERENCES work_order (id);
ALTER TABLE part ADD CONSTRAINT part_kit FOREIGN KEY IF NOT EXISTS (kit_id) REFERENCES kit (id);
ALTER TABLE procedure_version ADD CONSTRAINT procedure_version_person FOREIGN KEY IF NOT EXISTS (person_id) REFERENCES person (id);
ALTER TABLE session ADD CONSTRAINT session_person FOREIGN KEY IF NOT EXISTS (person_id) REFERENCES person (id);
ALTER TABLE session ADD CONSTRAINT session_device FOREIGN KEY IF NOT EXISTS (device_id) REFERENCES device (id);
ALTER TABLE vehicle ADD CONSTRAINT vehicle_customer FOREIGN KEY IF NOT EXISTS (customer_id) REFERENCES customer (id);
ALTER TABLE work_order ADD CONSTRAINT work_order_vehicle FOREIGN KEY IF NOT EXISTS (vehicle_id) REFERENCES vehicle (id);
ALTER TABLE wrench_link ADD CONSTRAINT wrench_link_device FOREIGN KEY IF NOT EXISTS (device_id) REFERENCES device (id);
ALTER TABLE wrench_link ADD CONSTRAINT wrench_link_wrench FOREIGN KEY IF NOT EXISTS (wrench_id) REFERENCES wrench (id);

-- Which edition of the fold the derived rows were written by; another edition writes them anew at the next start.
CREATE TABLE fold_edition (
  id TINYINT UNSIGNED NOT NULL PRIMARY KEY,
  edition INT UNSIGNED NOT NULL
);
