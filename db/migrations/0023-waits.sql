-- What orders waited for and when it came: parts, and answers to plans. Derived from the entries.
CREATE TABLE wait_past (
  order_id CHAR(36) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  what ENUM('part','answer') NOT NULL,
  ref VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  since DATETIME(3) NOT NULL,
  said_for DATE NULL,
  ended DATETIME(3) NOT NULL,
  PRIMARY KEY (order_id, what, ref),
  KEY wait_past_ended (what, ended)
);
