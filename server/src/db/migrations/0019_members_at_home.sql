-- Members have a page of their own: how they are reached and what for, cards and links that open it, what they ask for, and what they say
-- of seed that they grow for the library.

ALTER TABLE members ADD COLUMN called TEXT;
ALTER TABLE members ADD COLUMN language TEXT;
ALTER TABLE members ADD COLUMN email TEXT;
ALTER TABLE members ADD COLUMN phone TEXT;
-- Where a letter goes.
ALTER TABLE members ADD COLUMN post TEXT;
-- The day on which they agreed to be reached, and what for: a list of words.
ALTER TABLE members ADD COLUMN consent_on TEXT;
ALTER TABLE members ADD COLUMN consent_for TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(consent_for));
UPDATE members SET email = trim(contact), contact = NULL
WHERE trim(contact) LIKE '%_@_%._%' AND trim(contact) NOT LIKE '% %' AND trim(contact) NOT LIKE '%,%';
UPDATE members SET phone = trim(contact), contact = NULL
WHERE contact IS NOT NULL AND trim(contact) GLOB '[+0-9]*' AND trim(contact) NOT GLOB '*[^-+0-9 ()/]*';
CREATE INDEX members_by_email ON members (email COLLATE NOCASE) WHERE email IS NOT NULL;

-- Secrets of members, as those of people: no part of the journal.
CREATE TABLE member_cards (
  id INTEGER PRIMARY KEY,
  member_id INTEGER NOT NULL REFERENCES members (id),
  secret_hash TEXT NOT NULL UNIQUE,
  made_at TEXT NOT NULL,
  made_by INTEGER REFERENCES people (id) ON DELETE SET NULL,
  used_at TEXT
) STRICT;
CREATE INDEX member_cards_by_member ON member_cards (member_id);
CREATE TABLE member_links (
  secret_hash TEXT PRIMARY KEY,
  member_id INTEGER NOT NULL REFERENCES members (id),
  ends_at TEXT NOT NULL
) STRICT;
-- Phones on which a member is in; by a card only as long as there is that card.
CREATE TABLE member_sign_ins (
  id INTEGER PRIMARY KEY,
  secret_hash TEXT NOT NULL UNIQUE,
  member_id INTEGER NOT NULL REFERENCES members (id),
  card_id INTEGER REFERENCES member_cards (id) ON DELETE CASCADE,
  device TEXT NOT NULL CHECK (length(device) <= 200),
  begun_at TEXT NOT NULL,
  seen_at TEXT NOT NULL,
  ends_at TEXT NOT NULL
) STRICT;
CREATE INDEX member_sign_ins_by_member ON member_sign_ins (member_id);
CREATE INDEX member_sign_ins_by_card ON member_sign_ins (card_id);

-- A step that a member made on their own page.
ALTER TABLE steps ADD COLUMN member_id INTEGER REFERENCES members (id);
CREATE INDEX steps_by_member ON steps (member_id, id) WHERE member_id IS NOT NULL;

-- What members ask for: a packet, a place in the line when nothing may be lent, or to grow a variety that needs it.
CREATE TABLE asks (
  id INTEGER PRIMARY KEY,
  member_id INTEGER NOT NULL REFERENCES members (id),
  variety_id INTEGER NOT NULL REFERENCES varieties (id),
  kind TEXT NOT NULL CHECK (kind IN ('ask', 'wait', 'offer')),
  asked_on TEXT NOT NULL,
  note TEXT,
  -- Laid ready: of which lot, how many seeds, what for and what is promised.
  lot_id INTEGER REFERENCES lots (id),
  seeds INTEGER CHECK (seeds > 0),
  purpose TEXT CHECK (purpose IN ('garden', 'save-seed', 'renew')),
  promise TEXT CHECK (promise IN ('nothing', 'some', 'amount')),
  promised_seeds INTEGER CHECK (promised_seeds > 0),
  due_on TEXT,
  packet_note TEXT,
  packet_fill_id INTEGER REFERENCES packet_fills (id),
  packets INTEGER CHECK (packets > 0),
  laid_on TEXT,
  -- How it ended: handed over, taken back by the member, declined with a reason, or put back because nobody fetched it.
  closed_on TEXT,
  closed_as TEXT CHECK (closed_as IN ('handed', 'withdrawn', 'declined', 'put-back')),
  closed_why TEXT,
  loan_id INTEGER UNIQUE REFERENCES loans (id),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK ((closed_on IS NULL) = (closed_as IS NULL)),
  CHECK ((loan_id IS NOT NULL) = (closed_as IS 'handed')),
  CHECK ((laid_on IS NULL) = (lot_id IS NULL)),
  CHECK ((lot_id IS NULL) = (seeds IS NULL)),
  CHECK ((lot_id IS NULL) = (purpose IS NULL))
) STRICT;
CREATE INDEX asks_open ON asks (asked_on, id) WHERE closed_on IS NULL;
CREATE INDEX asks_by_member ON asks (member_id);
CREATE INDEX asks_by_variety ON asks (variety_id) WHERE closed_on IS NULL;
CREATE INDEX asks_laid ON asks (lot_id) WHERE closed_on IS NULL AND lot_id IS NOT NULL;

-- What whoever grows a loan for seed says of each step of it.
CREATE TABLE saving_steps (
  id INTEGER PRIMARY KEY,
  loan_id INTEGER NOT NULL REFERENCES loans (id),
  step TEXT NOT NULL,
  done_on TEXT NOT NULL,
  -- Plants that stood, and that were taken out.
  plants INTEGER CHECK (plants >= 0),
  taken INTEGER CHECK (taken >= 0),
  note TEXT,
  photo TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (loan_id, step)
) STRICT;
