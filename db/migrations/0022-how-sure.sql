-- How sure the day is on which a part or an answer comes.
ALTER TABLE week_wait ADD COLUMN sure ENUM('sure','likely','a guess') NOT NULL DEFAULT 'sure';
