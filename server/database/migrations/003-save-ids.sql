-- The id that the sender gave a save: sent again, it is the same save.
ALTER TABLE versions ADD COLUMN save_id TEXT;
CREATE UNIQUE INDEX versions_by_save ON versions (build_id, save_id);
