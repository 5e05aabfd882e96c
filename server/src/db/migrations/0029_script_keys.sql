-- Keys by which scripts read the library; what a key is stands nowhere but with whoever made it.
CREATE TABLE script_keys (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  secret_hash TEXT NOT NULL UNIQUE,
  made_on TEXT NOT NULL,
  made_by INTEGER REFERENCES people (id) ON DELETE SET NULL,
  -- The last day on which it was used.
  used_on TEXT
) STRICT;
