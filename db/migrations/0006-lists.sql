-- What the lists are read in the order of, so that a page of them reads no more than itself.
ALTER TABLE order_now DROP KEY order_now_number;
ALTER TABLE order_now ADD KEY order_now_listed (closed, order_number DESC);
ALTER TABLE clock_now ADD KEY clock_began (from_at);
ALTER TABLE clock_now ADD KEY clock_person_began (person_id, from_at);
-- Written whenever a car is put at a place, so that two nodes of a cluster meet at that row and one of them tries again.
ALTER TABLE shop_place ADD COLUMN held_by CHAR(36) NULL;
