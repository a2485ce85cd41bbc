-- Who helps at a phase of the agreed plan, so that it can be held against the week as it becomes.
ALTER TABLE week_slot ADD COLUMN helper_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL;
-- A promise that changed is told to the customer in a message of its own.
ALTER TABLE message_template MODIFY stage ENUM('soon','due','overdue','link','corrected','promise') NOT NULL;
ALTER TABLE message MODIFY stage ENUM('soon','due','overdue','link','corrected','promise') NOT NULL;
