CREATE TABLE builds (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  version INTEGER NOT NULL CHECK (version >= 1),
  created_at TEXT NOT NULL,
  updated_at TEXT NOT NULL,
  -- Set when the build is put away; it can be taken back.
  removed_at TEXT
) STRICT;

CREATE TABLE versions (
  build_id TEXT NOT NULL REFERENCES builds (id) ON DELETE CASCADE,
  number INTEGER NOT NULL CHECK (number >= 1),
  saved_at TEXT NOT NULL,
  author TEXT NOT NULL,
  note TEXT NOT NULL,
  -- The plan as JSON, whole.
  plan TEXT NOT NULL,
  -- The edits that led here from the version before, as JSON.
  edits TEXT NOT NULL,
  -- What those edits were, in words, as a JSON list.
  steps TEXT NOT NULL,
  PRIMARY KEY (build_id, number)
) STRICT;

CREATE TABLE definitions (
  kind TEXT NOT NULL CHECK (kind IN ('board', 'device', 'protocol')),
  id TEXT NOT NULL,
  -- 'shipped' definitions follow the product; 'own' ones belong to the user.
  origin TEXT NOT NULL CHECK (origin IN ('shipped', 'own')),
  document TEXT NOT NULL,
  updated_at TEXT NOT NULL,
  PRIMARY KEY (kind, id)
) STRICT;
