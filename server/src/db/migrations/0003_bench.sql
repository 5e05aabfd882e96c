-- The bench: rounds of tests, tests that are only planned yet, dated steps of preparation, second batches, bags that do not
-- count, and sprouts that became plants.

CREATE TABLE rounds (
  id INTEGER PRIMARY KEY,
  planned_on TEXT NOT NULL,
  note TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;

ALTER TABLE tests ADD COLUMN round_id INTEGER REFERENCES rounds (id);
-- 1 while it is only planned: no seed has left its envelope, and started_on is the evening it shall be laid.
ALTER TABLE tests ADD COLUMN planned INTEGER NOT NULL DEFAULT 0 CHECK (planned IN (0, 1));
-- Day to stop waiting, by what was counted so far. Derived: made again with the estimate of the lot.
ALTER TABLE tests ADD COLUMN call_on TEXT;
CREATE INDEX tests_by_round ON tests (round_id) WHERE round_id IS NOT NULL;

-- Number written on the bag, within its round.
ALTER TABLE replicates ADD COLUMN bag INTEGER CHECK (bag >= 1);
-- A second batch has days of its own; empty where they are those of the test.
ALTER TABLE replicates ADD COLUMN laid_on TEXT;
ALTER TABLE replicates ADD COLUMN warm_from TEXT;
-- Why this bag does not count; its marks stay.
ALTER TABLE replicates ADD COLUMN dropped_why TEXT CHECK (dropped_why IS NULL OR trim(dropped_why) <> '');

CREATE TABLE test_steps (
  id INTEGER PRIMARY KEY,
  test_id INTEGER NOT NULL REFERENCES tests (id),
  number INTEGER NOT NULL CHECK (number >= 1),
  -- The word of the crop's reference, as soak or prechill; warm is the last one.
  step TEXT NOT NULL,
  words TEXT NOT NULL,
  days INTEGER NOT NULL CHECK (days >= 0),
  done_on TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (test_id, number)
) STRICT;

-- Seed of a sowing left its lot with a loan, with the sowing itself, or with the test whose sprouts were potted.
DROP TRIGGER emergence_within;
CREATE TABLE sowings_new (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  loan_id INTEGER REFERENCES loans (id),
  movement_id INTEGER UNIQUE REFERENCES movements (id),
  test_id INTEGER REFERENCES tests (id),
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
  to_identify INTEGER NOT NULL DEFAULT 0 CHECK (to_identify IN (0, 1)),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK ((loan_id IS NOT NULL) + (movement_id IS NOT NULL) + (test_id IS NOT NULL) = 1),
  CHECK ((fate IS NULL) = (fate_on IS NULL))
) STRICT;
INSERT INTO sowings_new
  SELECT id, lot_id, loan_id, movement_id, NULL, method, cells, seeds_per_cell, seeds, sown_on, where_sown, emergence, fate, fate_on,
    note, to_identify, version FROM sowings;
DROP TABLE sowings;
ALTER TABLE sowings_new RENAME TO sowings;
CREATE INDEX sowings_by_lot ON sowings (lot_id);
CREATE INDEX sowings_by_loan ON sowings (loan_id);
CREATE INDEX sowings_by_test ON sowings (test_id) WHERE test_id IS NOT NULL;
CREATE INDEX sowings_open ON sowings (fate_on, sown_on);
CREATE TRIGGER emergence_within AFTER INSERT ON emergence_counts
WHEN NEW.emerged > (SELECT seeds FROM sowings WHERE id = NEW.sowing_id)
BEGIN SELECT RAISE(ABORT, 'more came up than was sown'); END;

-- Tests that are being prepared and were not counted yet: what is left is to bring them into the warm.
INSERT INTO test_steps (test_id, number, step, words, days, done_on)
  SELECT id, 1, 'prepare', 'prepare the seed', CAST(julianday(warm_from) - julianday(started_on) AS INTEGER), started_on FROM tests
  WHERE closed_on IS NULL AND warm_from > started_on
    AND NOT EXISTS (SELECT 1 FROM replicates WHERE test_id = tests.id AND counted_on IS NOT NULL);
INSERT INTO test_steps (test_id, number, step, words, days, done_on)
  SELECT test_id, 2, 'warm', 'lay it in the warm', 0, NULL FROM test_steps;

-- Worth of a test of the lot, in ruined sowings spared, and why in a sentence; empty where none can be made. Derived.
ALTER TABLE lot_estimates ADD COLUMN worth REAL;
ALTER TABLE lot_estimates ADD COLUMN worth_why TEXT;
ALTER TABLE lot_estimates ADD COLUMN next_look TEXT;
CREATE INDEX lot_estimates_by_worth ON lot_estimates (worth DESC, lot_id) WHERE worth IS NOT NULL;

-- A coordinator's word over the verdict of a lot, until its last day.
CREATE TABLE overrules (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  verdict TEXT NOT NULL CHECK (verdict IN ('lend', 'sow-thicker', 'test-first', 'renew', 'rescue', 'let-go')),
  reason TEXT NOT NULL CHECK (trim(reason) <> ''),
  made_on TEXT NOT NULL,
  until_day TEXT NOT NULL,
  -- Day on which it was taken off before its time.
  ended_on TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK (until_day >= made_on)
) STRICT;
CREATE INDEX overrules_by_lot ON overrules (lot_id, until_day);

-- What was believed of a lot the day before each of its closed tests began, and what it was made from. Derived with the estimate.
CREATE TABLE test_predictions (
  test_id INTEGER PRIMARY KEY REFERENCES tests (id) ON DELETE CASCADE,
  alpha REAL NOT NULL CHECK (alpha > 0),
  beta REAL NOT NULL CHECK (beta > 0),
  sown INTEGER NOT NULL CHECK (sown >= 1),
  alive INTEGER NOT NULL CHECK (alive BETWEEN 0 AND sown),
  first INTEGER NOT NULL CHECK (first IN (0, 1)),
  basis TEXT NOT NULL
) STRICT;

-- How much wider or narrower than published the library believes lots of a family to be, as the coordinator accepted it.
CREATE TABLE prior_spreads (
  id INTEGER PRIMARY KEY,
  family TEXT NOT NULL UNIQUE CHECK (trim(family) <> ''),
  factor REAL NOT NULL CHECK (factor BETWEEN 0.5 AND 2),
  tests INTEGER NOT NULL CHECK (tests >= 1),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;
