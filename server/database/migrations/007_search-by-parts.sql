-- Builds are found by their parts too: the short look at each newest version is taken anew.
UPDATE versions SET brief = NULL WHERE number = (SELECT version FROM builds WHERE builds.id = versions.build_id);
