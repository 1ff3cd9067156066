-- Plans and definitions in parts, each kept once under the hash of what it says.
CREATE TABLE parts (
  hash TEXT PRIMARY KEY,
  -- How many versions and trees name it; it goes when nobody does.
  uses INTEGER NOT NULL,
  -- 1 when it names other parts.
  tree INTEGER NOT NULL,
  -- JSON, deflated.
  bytes BLOB NOT NULL
) STRICT;

-- The part that is the plan, and the edits deflated; `plan` and `edits` are then empty.
ALTER TABLE versions ADD COLUMN root TEXT;
ALTER TABLE versions ADD COLUMN packed_edits BLOB;
-- What the list of builds shows of it, as JSON; '' when it cannot be read, none when it was not looked at yet.
ALTER TABLE versions ADD COLUMN brief TEXT;

-- What a build is found by: its name, board and note in small letters.
ALTER TABLE builds ADD COLUMN search TEXT NOT NULL DEFAULT '';

-- What has been done to this database once and for all.
CREATE TABLE marks (name TEXT PRIMARY KEY, value TEXT NOT NULL) STRICT;
