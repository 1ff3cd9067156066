-- The version of a definition of the user's own; 0 for one that is shipped.
ALTER TABLE definitions ADD COLUMN version INTEGER NOT NULL DEFAULT 0;
UPDATE definitions SET version = 1 WHERE origin = 'own';

CREATE TABLE definition_versions (
  kind TEXT NOT NULL,
  id TEXT NOT NULL,
  number INTEGER NOT NULL CHECK (number >= 1),
  saved_at TEXT NOT NULL,
  author TEXT NOT NULL,
  note TEXT NOT NULL,
  -- The definition as JSON, deflated; none where it was taken away.
  document BLOB,
  PRIMARY KEY (kind, id, number)
) STRICT;
