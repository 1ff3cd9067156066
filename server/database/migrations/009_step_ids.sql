-- A step has one id for life, given where it was done: whatever way it comes in again, it is known.
CREATE TABLE saved_steps (
  build_id TEXT NOT NULL REFERENCES builds (id) ON DELETE CASCADE,
  step_id TEXT NOT NULL,
  -- The version that it came in with; that may have been taken away since.
  number INTEGER NOT NULL,
  PRIMARY KEY (build_id, step_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX steps_by_version ON saved_steps (build_id, number);
