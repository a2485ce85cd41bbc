-- The newest documents are looked through by themselves, before the index of words is asked.
ALTER TABLE search_doc ADD KEY search_newest (at);
