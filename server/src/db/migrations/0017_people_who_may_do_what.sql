-- Who works at the desk, and what they may do. Those from before are volunteers until a coordinator says otherwise.
ALTER TABLE people ADD COLUMN role TEXT NOT NULL DEFAULT 'volunteer' CHECK (role IN ('coordinator', 'volunteer'));

-- Secrets are no part of the journal: what stands in it can be read by whoever reads the history, and comes back when a step is taken back.
CREATE TABLE passphrases (
  person_id INTEGER PRIMARY KEY REFERENCES people (id) ON DELETE CASCADE,
  hash TEXT NOT NULL CHECK (hash LIKE '$argon2id$%'),
  set_at TEXT NOT NULL
) STRICT;

-- Browsers that somebody signed in on. Of a desk that was unlocked, the person is who sits there, or nobody.
CREATE TABLE sign_ins (
  id INTEGER PRIMARY KEY,
  secret_hash TEXT NOT NULL UNIQUE,
  kind TEXT NOT NULL CHECK (kind IN ('person', 'desk')),
  person_id INTEGER REFERENCES people (id) ON DELETE CASCADE,
  unlocked_by INTEGER REFERENCES people (id) ON DELETE CASCADE,
  device TEXT NOT NULL CHECK (length(device) <= 200),
  begun_at TEXT NOT NULL,
  seen_at TEXT NOT NULL,
  ends_at TEXT NOT NULL,
  CHECK (kind = 'desk' OR person_id IS NOT NULL),
  CHECK ((kind = 'desk') = (unlocked_by IS NOT NULL))
) STRICT;
CREATE INDEX sign_ins_by_person ON sign_ins (person_id);
CREATE INDEX sign_ins_by_unlocker ON sign_ins (unlocked_by);

-- Wrong tries to get in, by the name that was given and by the address they came from.
CREATE TABLE wrong_tries (
  what TEXT PRIMARY KEY CHECK (length(what) <= 200),
  tries INTEGER NOT NULL CHECK (tries > 0),
  last_at TEXT NOT NULL
) STRICT;

-- A calendar program cannot sign in: it knows an address that nobody guesses.
CREATE TABLE calendar_addresses (
  person_id INTEGER PRIMARY KEY REFERENCES people (id) ON DELETE CASCADE,
  secret_hash TEXT NOT NULL UNIQUE,
  made_at TEXT NOT NULL
) STRICT;
