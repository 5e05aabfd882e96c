-- What people said of the first steps of their library: as it stands it is right, or this library does without.
CREATE TABLE begin_said (
  id INTEGER PRIMARY KEY,
  step TEXT NOT NULL UNIQUE CHECK (step IN ('place', 'frost', 'people', 'shelves', 'seed', 'labels', 'test', 'members')),
  said TEXT NOT NULL CHECK (said IN ('done', 'not-for-us')),
  said_on TEXT NOT NULL
) STRICT;
