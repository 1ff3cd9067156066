-- The schema of plans whose edits these are, where they were replayed on the version
-- before and led to the plan; 0 where that was never tried.
ALTER TABLE versions ADD COLUMN edits_schema INTEGER NOT NULL DEFAULT 0;
