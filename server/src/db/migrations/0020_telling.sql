-- Messages to members: made by the program, read and sent by people, and kept with their text, day and way. No part of the journal: what was
-- told cannot be taken back, and who leaves takes it along.
CREATE TABLE messages (
  id INTEGER PRIMARY KEY,
  member_id INTEGER NOT NULL REFERENCES members (id),
  kind TEXT NOT NULL CHECK (kind IN ('promise-due', 'overdue', 'packet-ready', 'name-corrected', 'who-can-grow')),
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
CREATE INDEX messages_by_member ON messages (member_id, told_on);
CREATE INDEX messages_sending ON messages (state) WHERE state <> 'told';
-- What a message was about, so that nobody is told twice: a loan, an ask, an errand, a variety.
CREATE TABLE message_matters (
  message_id INTEGER NOT NULL REFERENCES messages (id) ON DELETE CASCADE,
  about TEXT NOT NULL CHECK (about IN ('loan', 'ask', 'errand', 'variety')),
  about_id INTEGER NOT NULL,
  PRIMARY KEY (about, about_id, message_id)
) STRICT, WITHOUT ROWID;

-- How e-mail leaves the library; without a host nothing does, and the post office that ships with the program keeps it.
CREATE TABLE post (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  host TEXT,
  port INTEGER NOT NULL DEFAULT 587 CHECK (port BETWEEN 1 AND 65535),
  security TEXT NOT NULL DEFAULT 'starttls' CHECK (security IN ('starttls', 'tls', 'none')),
  user TEXT,
  password TEXT,
  sender TEXT,
  -- Kinds that go by themselves: a list of words.
  by_itself TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(by_itself)),
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
INSERT INTO post (id) VALUES (1);
