-- Swap days: several desks, often without a network; what they say comes in as steps, each once, in whatever order the desks meet.

CREATE TABLE swap_days (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL CHECK (trim(name) <> ''),
  held_on TEXT NOT NULL,
  hall TEXT,
  -- The house's rule is said, and may be counted; nobody is refused by it.
  rule TEXT NOT NULL CHECK (rule IN ('free', 'one-for-one', 'tokens')),
  rule_words TEXT,
  finished_on TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;

CREATE TABLE swap_desks (
  id INTEGER PRIMARY KEY,
  swap_id INTEGER NOT NULL REFERENCES swap_days (id),
  number INTEGER NOT NULL CHECK (number >= 1),
  name TEXT NOT NULL CHECK (trim(name) <> ''),
  withdrawn_on TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (swap_id, number)
) STRICT;

-- Numbers of lot codes that a desk gives by itself. They are never given back: a label may bear them.
CREATE TABLE swap_blocks (
  id INTEGER PRIMARY KEY,
  desk_id INTEGER NOT NULL,
  first INTEGER NOT NULL CHECK (first >= 1),
  last INTEGER NOT NULL CHECK (last >= first)
) STRICT;
CREATE INDEX swap_blocks_by_desk ON swap_blocks (desk_id, first);

-- Somebody at a desk: a member, or a visitor who is counted and not named. The key is the desk's own, since it is there before the library knows of it.
CREATE TABLE swap_visits (
  id INTEGER PRIMARY KEY,
  desk_id INTEGER NOT NULL REFERENCES swap_desks (id),
  visit_key TEXT NOT NULL UNIQUE CHECK (trim(visit_key) <> ''),
  member_id INTEGER REFERENCES members (id),
  came_on TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;
CREATE INDEX swap_visits_by_desk ON swap_visits (desk_id);
CREATE INDEX swap_visits_by_member ON swap_visits (member_id);

-- Packets that crossed a desk: in as a lot, or out of one. What waits to be put right has no lot or movement yet; what it is about stands in `said`.
CREATE TABLE swap_lines (
  id INTEGER PRIMARY KEY,
  desk_id INTEGER NOT NULL REFERENCES swap_desks (id),
  -- The place in the order in which the desk said things, and the key under which it sent it.
  n INTEGER NOT NULL CHECK (n >= 1),
  line_key TEXT NOT NULL UNIQUE CHECK (trim(line_key) <> ''),
  way TEXT NOT NULL CHECK (way IN ('in', 'out')),
  visit_id INTEGER REFERENCES swap_visits (id),
  said_on TEXT NOT NULL,
  said TEXT NOT NULL CHECK (json_valid(said)),
  packets INTEGER NOT NULL CHECK (packets >= 1),
  seeds INTEGER NOT NULL CHECK (seeds >= 1),
  lot_id INTEGER REFERENCES lots (id),
  movement_id INTEGER REFERENCES movements (id),
  loan_id INTEGER REFERENCES loans (id),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;
CREATE INDEX swap_lines_by_desk ON swap_lines (desk_id, n);
CREATE INDEX swap_lines_by_lot ON swap_lines (lot_id);
CREATE INDEX swap_lines_by_visit ON swap_lines (visit_id);

-- What does not fit, with both sides: about a line, a visit, or all that a desk said. Settled by a proposal taken, or set aside with why.
CREATE TABLE swap_misfits (
  id INTEGER PRIMARY KEY,
  desk_id INTEGER NOT NULL REFERENCES swap_desks (id),
  line_id INTEGER REFERENCES swap_lines (id),
  other_line_id INTEGER REFERENCES swap_lines (id),
  visit_id INTEGER REFERENCES swap_visits (id),
  other_visit_id INTEGER REFERENCES swap_visits (id),
  kind TEXT NOT NULL CHECK (kind IN ('too-little', 'not-lent', 'no-lot', 'other-name', 'code-taken', 'no-code', 'same-envelope', 'same-person', 'clock', 'not-taken-back', 'wrong')),
  words TEXT NOT NULL CHECK (trim(words) <> ''),
  settled_on TEXT,
  how TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK ((settled_on IS NULL) = (how IS NULL)),
  CHECK (line_id IS NOT NULL OR kind IN ('same-person', 'clock')),
  CHECK ((kind = 'same-person') = (visit_id IS NOT NULL AND other_visit_id IS NOT NULL))
) STRICT;
CREATE INDEX swap_misfits_by_line ON swap_misfits (line_id);
CREATE INDEX swap_misfits_open ON swap_misfits (desk_id) WHERE settled_on IS NULL;

-- What a desk took back, also what had not come in yet: sent again, or sent late, it is not taken.
CREATE TABLE swap_taken_back (
  line_key TEXT PRIMARY KEY,
  desk_id INTEGER NOT NULL
) STRICT;
