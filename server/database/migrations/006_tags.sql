-- Words that the user has put on a build, as a JSON array.
ALTER TABLE builds ADD COLUMN tags TEXT NOT NULL DEFAULT '[]';
