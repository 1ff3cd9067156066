-- The list of builds shows each craft: the short look at every version is taken anew.
UPDATE versions SET brief = NULL;
