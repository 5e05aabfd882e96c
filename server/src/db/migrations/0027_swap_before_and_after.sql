-- What is brought along to a swap day: packets of lots, as a list to pack by and to bring home by.
CREATE TABLE swap_packing (
  id INTEGER PRIMARY KEY,
  swap_id INTEGER NOT NULL REFERENCES swap_days (id),
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  packets INTEGER NOT NULL CHECK (packets >= 1),
  seeds_each INTEGER NOT NULL CHECK (seeds_each >= 1),
  -- When it went into the box that is taken along, and when it was put back.
  packed_on TEXT,
  back_on TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (swap_id, lot_id, seeds_each)
) STRICT;

-- Those who came are thanked.
CREATE TABLE messages_new (
  id INTEGER PRIMARY KEY,
  member_id INTEGER NOT NULL REFERENCES members (id),
  kind TEXT NOT NULL CHECK (kind IN ('promise-due', 'overdue', 'packet-ready', 'name-corrected', 'who-can-grow', 'swap-thanks')),
  way TEXT NOT NULL CHECK (way IN ('email', 'letter', 'in-person')),
  subject TEXT NOT NULL,
  text TEXT NOT NULL,
  told_on TEXT NOT NULL,
  -- Null where it went by itself.
  person_id INTEGER REFERENCES people (id) ON DELETE SET NULL,
  by_itself INTEGER NOT NULL DEFAULT 0 CHECK (by_itself IN (0, 1)),
  -- Of an e-mail: whether it went out, and why not.
  state TEXT NOT NULL DEFAULT 'told' CHECK (state IN ('told', 'sending', 'failed')),
  problem TEXT,
  tries INTEGER NOT NULL DEFAULT 0
) STRICT;
INSERT INTO messages_new (id, member_id, kind, way, subject, text, told_on, person_id, by_itself, state, problem, tries)
  SELECT id, member_id, kind, way, subject, text, told_on, person_id, by_itself, state, problem, tries FROM messages;
DROP TABLE messages;
ALTER TABLE messages_new RENAME TO messages;
CREATE INDEX messages_by_member ON messages (member_id, told_on);
CREATE INDEX messages_sending ON messages (state) WHERE state <> 'told';
CREATE TABLE message_matters_new (
  message_id INTEGER NOT NULL REFERENCES messages (id) ON DELETE CASCADE,
  about TEXT NOT NULL CHECK (about IN ('loan', 'ask', 'errand', 'variety', 'swap')),
  about_id INTEGER NOT NULL,
  PRIMARY KEY (about, about_id, message_id)
) STRICT, WITHOUT ROWID;
INSERT INTO message_matters_new SELECT message_id, about, about_id FROM message_matters;
DROP TABLE message_matters;
ALTER TABLE message_matters_new RENAME TO message_matters;
