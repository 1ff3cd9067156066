-- Pictures that are kept with definitions and builds, by what they hold: the same picture is there once.
CREATE TABLE pictures (
  id TEXT PRIMARY KEY,
  width INTEGER NOT NULL,
  height INTEGER NOT NULL,
  -- JPEG, with nothing in it but the picture.
  bytes BLOB NOT NULL,
  saved_at TEXT NOT NULL
) STRICT;
