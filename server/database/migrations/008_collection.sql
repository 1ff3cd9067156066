-- What a user keeps for use in other builds: templates of own text, modules of devices.
CREATE TABLE collection (
  kind TEXT NOT NULL CHECK (kind IN ('template', 'module')),
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  -- A template as it is written, a module as JSON.
  text TEXT NOT NULL,
  version INTEGER NOT NULL CHECK (version >= 1),
  updated_at TEXT NOT NULL,
  PRIMARY KEY (kind, id)
) STRICT;
