-- The whole record of a library. Days are YYYY-MM-DD text, instants UTC with Z, shares 0..1, temperatures C.

CREATE TABLE settings (
  key TEXT PRIMARY KEY NOT NULL,
  value TEXT NOT NULL CHECK (json_valid(value))
) STRICT;

-- The reference crops, copied in at every start so that lists can join and sort by them.
CREATE TABLE crops (
  key TEXT PRIMARY KEY NOT NULL,
  letters TEXT NOT NULL UNIQUE CHECK (length(letters) = 2),
  name TEXT NOT NULL,
  scientific TEXT NOT NULL
) STRICT;

-- Figures that the library set for itself, over those of the reference.
CREATE TABLE own_figures (
  id INTEGER PRIMARY KEY,
  crop_key TEXT NOT NULL REFERENCES crops (key),
  field TEXT NOT NULL,
  value REAL NOT NULL,
  reason TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (crop_key, field)
) STRICT;

CREATE TABLE people (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (trim(name) <> ''),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;

CREATE TABLE varieties (
  id INTEGER PRIMARY KEY,
  crop_key TEXT NOT NULL REFERENCES crops (key),
  name TEXT NOT NULL CHECK (trim(name) <> ''),
  folded TEXT NOT NULL,
  breeding TEXT NOT NULL CHECK (breeding IN ('open-pollinated', 'hybrid-f1', 'landrace', 'clone', 'unknown')),
  habit TEXT,
  note TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (crop_key, folded)
) STRICT;

CREATE TABLE variety_synonyms (
  id INTEGER PRIMARY KEY,
  variety_id INTEGER NOT NULL REFERENCES varieties (id),
  name TEXT NOT NULL CHECK (trim(name) <> ''),
  folded TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (variety_id, folded)
) STRICT;
CREATE INDEX variety_synonyms_by_name ON variety_synonyms (folded);
CREATE INDEX varieties_by_name ON varieties (folded);

CREATE TABLE sources (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL CHECK (trim(name) <> ''),
  folded TEXT NOT NULL UNIQUE,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;

CREATE TABLE places (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (trim(name) <> ''),
  temperature_c REAL NOT NULL CHECK (temperature_c BETWEEN -40 AND 45),
  rh_percent REAL NOT NULL CHECK (rh_percent BETWEEN 1 AND 99),
  sealed INTEGER NOT NULL CHECK (sealed IN (0, 1)),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;

-- Highest number given out per crop. Never goes back, not even by undo: the label may be printed already.
CREATE TABLE lot_serials (
  crop_key TEXT PRIMARY KEY NOT NULL REFERENCES crops (key),
  last INTEGER NOT NULL CHECK (last >= 1)
) STRICT;

CREATE TABLE lots (
  id INTEGER PRIMARY KEY,
  code TEXT NOT NULL UNIQUE,
  variety_id INTEGER NOT NULL REFERENCES varieties (id),
  source_id INTEGER NOT NULL REFERENCES sources (id),
  parent_id INTEGER REFERENCES lots (id),
  generation INTEGER NOT NULL DEFAULT 0 CHECK (generation >= 0),
  acquisition TEXT NOT NULL CHECK (acquisition IN ('donated', 'purchased', 'saved')),
  form TEXT NOT NULL CHECK (form IN ('raw', 'cleaned', 'pelleted', 'primed', 'treated')),
  year_kind TEXT NOT NULL CHECK (year_kind IN ('harvest', 'packing', 'unknown')),
  year INTEGER CHECK (year BETWEEN 1900 AND 2200),
  received_on TEXT NOT NULL CHECK (received_on GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
  ages_from TEXT NOT NULL,
  stated_germination REAL CHECK (stated_germination BETWEEN 0 AND 1),
  identity TEXT NOT NULL CHECK (identity IN ('sure', 'likely', 'doubtful', 'unknown')),
  state TEXT NOT NULL CHECK (state IN ('kept', 'quarantine')),
  amount_known TEXT NOT NULL CHECK (amount_known IN ('counted', 'weighed', 'estimated')),
  -- The sum of the movements, kept by the triggers below.
  balance INTEGER NOT NULL DEFAULT 0 CHECK (balance >= 0),
  floor INTEGER NOT NULL DEFAULT 0 CHECK (floor >= 0),
  note TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK ((year_kind = 'unknown') = (year IS NULL)),
  CHECK ((parent_id IS NULL) = (generation = 0)),
  CHECK (parent_id IS NULL OR parent_id <> id),
  CHECK (ages_from <= received_on)
) STRICT;
CREATE INDEX lots_by_variety ON lots (variety_id);
CREATE INDEX lots_by_parent ON lots (parent_id);
CREATE INDEX lots_by_source ON lots (source_id);

CREATE TABLE movements (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  kind TEXT NOT NULL CHECK (kind IN ('in', 'lent', 'test', 'sown', 'returned', 'discarded', 'correction', 'out')),
  seeds INTEGER NOT NULL CHECK (seeds <> 0),
  moved_on TEXT NOT NULL,
  reason TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK (kind IN ('correction') OR (kind IN ('in', 'returned')) = (seeds > 0))
) STRICT;
CREATE INDEX movements_by_lot ON movements (lot_id, id);

CREATE TRIGGER movement_added AFTER INSERT ON movements BEGIN
  UPDATE lots SET balance = balance + NEW.seeds WHERE id = NEW.lot_id;
END;
CREATE TRIGGER movement_removed AFTER DELETE ON movements BEGIN
  UPDATE lots SET balance = balance - OLD.seeds WHERE id = OLD.lot_id;
END;

CREATE TABLE storage_periods (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  place_id INTEGER NOT NULL REFERENCES places (id),
  from_day TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (lot_id, from_day)
) STRICT;
CREATE INDEX storage_periods_by_place ON storage_periods (place_id);

CREATE TABLE tests (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  method TEXT NOT NULL CHECK (method IN ('between-paper', 'on-paper', 'sand', 'cells')),
  night_c REAL NOT NULL,
  day_c REAL NOT NULL,
  light TEXT NOT NULL CHECK (light IN ('light', 'dark', 'either')),
  started_on TEXT NOT NULL,
  -- Day on which the prepared seed lies in the warm; count days count from it.
  warm_from TEXT NOT NULL,
  count_days TEXT NOT NULL CHECK (json_valid(count_days)),
  closed_on TEXT,
  note TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK (warm_from >= started_on),
  CHECK (closed_on IS NULL OR closed_on >= started_on)
) STRICT;
CREATE INDEX tests_by_lot ON tests (lot_id);
CREATE INDEX tests_open ON tests (closed_on);

CREATE TABLE replicates (
  id INTEGER PRIMARY KEY,
  test_id INTEGER NOT NULL REFERENCES tests (id),
  number INTEGER NOT NULL CHECK (number >= 1),
  seeds INTEGER NOT NULL CHECK (seeds BETWEEN 1 AND 400),
  -- Day of the last count, also when it found nothing new.
  counted_on TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (test_id, number)
) STRICT;

-- One row a seed that was marked, as it lies on the paper.
CREATE TABLE seed_marks (
  replicate_id INTEGER NOT NULL REFERENCES replicates (id),
  position INTEGER NOT NULL CHECK (position >= 1),
  kind TEXT NOT NULL CHECK (kind IN ('normal', 'abnormal', 'hard', 'fresh', 'dead', 'empty')),
  marked_on TEXT NOT NULL,
  PRIMARY KEY (replicate_id, position)
) STRICT, WITHOUT ROWID;
CREATE TRIGGER seed_mark_within AFTER INSERT ON seed_marks
WHEN NEW.position > (SELECT seeds FROM replicates WHERE id = NEW.replicate_id)
BEGIN SELECT RAISE(ABORT, 'more seeds marked than sown'); END;

CREATE TABLE members (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL CHECK (trim(name) <> ''),
  folded TEXT NOT NULL,
  place TEXT,
  contact TEXT,
  note TEXT,
  joined_on TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;
CREATE INDEX members_by_name ON members (folded, id);

CREATE TABLE loans (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  member_id INTEGER NOT NULL REFERENCES members (id),
  movement_id INTEGER NOT NULL UNIQUE REFERENCES movements (id),
  seeds INTEGER NOT NULL CHECK (seeds > 0),
  purpose TEXT NOT NULL CHECK (purpose IN ('garden', 'save-seed', 'renew')),
  promise TEXT NOT NULL CHECK (promise IN ('nothing', 'some', 'amount')),
  promised_seeds INTEGER CHECK (promised_seeds > 0),
  due_on TEXT,
  lent_on TEXT NOT NULL,
  packet_note TEXT,
  -- open until something came back or the promise was let go
  settled_on TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK ((promise = 'amount') = (promised_seeds IS NOT NULL)),
  CHECK ((promise = 'nothing') = (due_on IS NULL))
) STRICT;
CREATE INDEX loans_by_lot ON loans (lot_id);
CREATE INDEX loans_by_member ON loans (member_id);
CREATE INDEX loans_due ON loans (due_on) WHERE settled_on IS NULL;

CREATE TABLE sowings (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  loan_id INTEGER REFERENCES loans (id),
  movement_id INTEGER UNIQUE REFERENCES movements (id),
  method TEXT NOT NULL CHECK (method IN ('heated-cells', 'cells', 'pot', 'open-ground')),
  cells INTEGER NOT NULL CHECK (cells > 0),
  seeds_per_cell INTEGER NOT NULL CHECK (seeds_per_cell > 0),
  seeds INTEGER NOT NULL CHECK (seeds > 0),
  sown_on TEXT NOT NULL,
  where_sown TEXT,
  emergence REAL NOT NULL CHECK (emergence > 0 AND emergence <= 1),
  fate TEXT CHECK (fate IN ('came-up', 'not-come-up', 'damped-off', 'eaten', 'dried-out', 'too-cold', 'washed-away', 'mixed-up', 'thrown-out')),
  fate_on TEXT,
  note TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  -- Seeds leave the lot either with the loan or with the sowing, never twice.
  CHECK ((loan_id IS NULL) <> (movement_id IS NULL)),
  CHECK ((fate IS NULL) = (fate_on IS NULL))
) STRICT;
CREATE INDEX sowings_by_lot ON sowings (lot_id);
CREATE INDEX sowings_by_loan ON sowings (loan_id);
CREATE INDEX sowings_open ON sowings (fate_on, sown_on);

CREATE TABLE emergence_counts (
  id INTEGER PRIMARY KEY,
  sowing_id INTEGER NOT NULL REFERENCES sowings (id),
  counted_on TEXT NOT NULL,
  -- All that stand or have stood by that day.
  emerged INTEGER NOT NULL CHECK (emerged >= 0),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (sowing_id, counted_on)
) STRICT;
CREATE TRIGGER emergence_within AFTER INSERT ON emergence_counts
WHEN NEW.emerged > (SELECT seeds FROM sowings WHERE id = NEW.sowing_id)
BEGIN SELECT RAISE(ABORT, 'more came up than was sown'); END;

CREATE TABLE returns (
  id INTEGER PRIMARY KEY,
  loan_id INTEGER NOT NULL REFERENCES loans (id),
  lot_id INTEGER NOT NULL UNIQUE REFERENCES lots (id),
  received_on TEXT NOT NULL,
  plants INTEGER CHECK (plants > 0),
  grown_beside TEXT,
  isolated TEXT NOT NULL CHECK (isolated IN ('yes', 'no', 'unknown')),
  released_on TEXT,
  note TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;
CREATE INDEX returns_by_loan ON returns (loan_id);

-- What is computed of each lot; derived, so not in the journal.
CREATE TABLE lot_estimates (
  lot_id INTEGER PRIMARY KEY REFERENCES lots (id) ON DELETE CASCADE,
  as_of TEXT NOT NULL,
  median REAL NOT NULL,
  low REAL NOT NULL,
  high REAL NOT NULL,
  verdict TEXT NOT NULL,
  verdict_beside TEXT,
  reason TEXT NOT NULL,
  below_forty_on TEXT,
  estimate TEXT NOT NULL CHECK (json_valid(estimate)),
  -- What a row of a list draws (ribbon, dots, lending line), ready to be sent as it is.
  picture TEXT NOT NULL CHECK (json_valid(picture))
) STRICT;
CREATE INDEX lot_estimates_by_day ON lot_estimates (as_of);

-- One row a lot and list it stands in ('all', 'test-first', 'quarantine' ...), and one more for the same list of its
-- crop alone ('test-first@tomato'), with what lists sort by: every filter and sort is one walk along one index.
CREATE TABLE lot_listing (
  tag TEXT NOT NULL,
  lot_id INTEGER NOT NULL REFERENCES lots (id) ON DELETE CASCADE,
  by_crop TEXT NOT NULL,
  by_year INTEGER NOT NULL,
  by_seeds INTEGER NOT NULL,
  by_alive REAL NOT NULL,
  PRIMARY KEY (tag, lot_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX lot_listing_by_crop ON lot_listing (tag, by_crop, lot_id);
CREATE INDEX lot_listing_by_year ON lot_listing (tag, by_year, lot_id);
CREATE INDEX lot_listing_by_seeds ON lot_listing (tag, by_seeds, lot_id);
CREATE INDEX lot_listing_by_alive ON lot_listing (tag, by_alive, lot_id);
CREATE INDEX lot_listing_by_lot ON lot_listing (lot_id);

-- How many lots stand in each list, kept by triggers: counting fifty thousand takes too long to do for every page.
CREATE TABLE lot_list_counts (
  tag TEXT PRIMARY KEY NOT NULL,
  n INTEGER NOT NULL CHECK (n >= 0)
) STRICT, WITHOUT ROWID;
CREATE TRIGGER lot_listed AFTER INSERT ON lot_listing BEGIN
  INSERT INTO lot_list_counts (tag, n) VALUES (NEW.tag, 1) ON CONFLICT (tag) DO UPDATE SET n = n + 1;
END;
CREATE TRIGGER lot_unlisted AFTER DELETE ON lot_listing BEGIN
  UPDATE lot_list_counts SET n = n - 1 WHERE tag = OLD.tag;
END;

-- The journal: one action a step of a person, one event a row that it changed. Nothing is ever removed from it.
CREATE TABLE actions (
  id INTEGER PRIMARY KEY,
  at TEXT NOT NULL,
  on_day TEXT NOT NULL,
  person_id INTEGER REFERENCES people (id),
  kind TEXT NOT NULL,
  summary TEXT NOT NULL,
  undoes INTEGER REFERENCES actions (id),
  undone_by INTEGER REFERENCES actions (id)
) STRICT;
CREATE TABLE action_subjects (
  action_id INTEGER NOT NULL REFERENCES actions (id),
  subject TEXT NOT NULL,
  subject_id INTEGER NOT NULL,
  PRIMARY KEY (subject, subject_id, action_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX action_subjects_by_action ON action_subjects (action_id);
CREATE TABLE events (
  id INTEGER PRIMARY KEY,
  action_id INTEGER NOT NULL REFERENCES actions (id),
  entity TEXT NOT NULL,
  row_key TEXT NOT NULL,
  before TEXT CHECK (before IS NULL OR json_valid(before)),
  after TEXT CHECK (after IS NULL OR json_valid(after))
) STRICT;
CREATE INDEX events_by_action ON events (action_id);
CREATE INDEX events_by_row ON events (entity, row_key);

-- Answers of requests already done, so that a repeated send changes nothing.
CREATE TABLE request_keys (
  key TEXT PRIMARY KEY NOT NULL,
  route TEXT NOT NULL,
  body_hash TEXT NOT NULL,
  status INTEGER NOT NULL,
  answer TEXT NOT NULL,
  at TEXT NOT NULL
) STRICT;
CREATE INDEX request_keys_by_time ON request_keys (at);
