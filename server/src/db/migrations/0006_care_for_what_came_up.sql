-- More causes of loss, steps of care that can be skipped with a word, and plants counted after they came up.

DROP TRIGGER emergence_within;
CREATE TABLE new_sowings (
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
  fate TEXT CHECK (fate IN ('came-up', 'not-come-up', 'damped-off', 'eaten', 'dried-out', 'too-cold', 'washed-away', 'poor-mix', 'leggy',
    'moved', 'frost', 'mixed-up', 'thrown-out')),
  fate_on TEXT,
  note TEXT,
  to_identify INTEGER NOT NULL DEFAULT 0 CHECK (to_identify IN (0, 1)),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  planned_id INTEGER REFERENCES planned_sowings (id),
  tray_id INTEGER REFERENCES trays (id),
  letter TEXT CHECK (letter GLOB '[A-Z]'),
  bench_id INTEGER REFERENCES bench_places (id),
  garden_id INTEGER REFERENCES gardens (id),
  depth_mm REAL CHECK (depth_mm BETWEEN 0 AND 300),
  covered_with TEXT,
  warmth_c REAL CHECK (warmth_c BETWEEN -5 AND 45),
  CHECK ((loan_id IS NOT NULL) + (movement_id IS NOT NULL) + (test_id IS NOT NULL) = 1),
  CHECK ((fate IS NULL) = (fate_on IS NULL))
) STRICT;
INSERT INTO new_sowings
  SELECT id, lot_id, loan_id, movement_id, test_id, method, cells, seeds_per_cell, seeds, sown_on, where_sown, emergence, fate, fate_on, note,
    to_identify, version, planned_id, tray_id, letter, bench_id, garden_id, depth_mm, covered_with, warmth_c FROM sowings;
DROP TABLE sowings;
ALTER TABLE new_sowings RENAME TO sowings;
CREATE INDEX sowings_by_lot ON sowings (lot_id);
CREATE INDEX sowings_by_loan ON sowings (loan_id);
CREATE INDEX sowings_by_test ON sowings (test_id) WHERE test_id IS NOT NULL;
CREATE INDEX sowings_open ON sowings (fate_on, sown_on);
CREATE INDEX sowings_by_plan ON sowings (planned_id) WHERE planned_id IS NOT NULL;
CREATE INDEX sowings_by_tray ON sowings (tray_id) WHERE tray_id IS NOT NULL;
CREATE TRIGGER emergence_within AFTER INSERT ON emergence_counts
WHEN NEW.emerged > (SELECT seeds FROM sowings WHERE id = NEW.sowing_id)
BEGIN SELECT RAISE(ABORT, 'more came up than was sown'); END;
CREATE TRIGGER sowings_note_added AFTER INSERT ON sowings WHEN NEW.note IS NOT NULL BEGIN
  INSERT INTO note_texts (origin, kind, thing, text) VALUES ('s' || NEW.id, 'sowing', NEW.id, NEW.note);
END;
CREATE TRIGGER sowings_note_changed AFTER UPDATE OF note ON sowings WHEN NEW.note IS NOT OLD.note BEGIN
  DELETE FROM note_texts WHERE origin = 's' || OLD.id;
  INSERT INTO note_texts (origin, kind, thing, text) SELECT 's' || NEW.id, 'sowing', NEW.id, NEW.note WHERE NEW.note IS NOT NULL;
END;
CREATE TRIGGER sowings_note_gone AFTER DELETE ON sowings WHEN OLD.note IS NOT NULL BEGIN
  DELETE FROM note_texts WHERE origin = 's' || OLD.id;
END;

CREATE TABLE new_sowing_cells (
  id INTEGER PRIMARY KEY,
  sowing_id INTEGER NOT NULL REFERENCES sowings (id),
  cell INTEGER NOT NULL CHECK (cell >= 0),
  seeds INTEGER NOT NULL CHECK (seeds >= 1),
  up INTEGER NOT NULL DEFAULT 0 CHECK (up BETWEEN 0 AND seeds),
  up_on TEXT,
  fate TEXT CHECK (fate IN ('not-come-up', 'damped-off', 'eaten', 'dried-out', 'too-cold', 'washed-away', 'poor-mix', 'leggy', 'moved', 'frost',
    'mixed-up', 'thrown-out')),
  fate_on TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (sowing_id, cell),
  CHECK ((fate IS NULL) = (fate_on IS NULL)),
  CHECK ((up = 0) = (up_on IS NULL)),
  CHECK (fate IS NOT 'not-come-up' OR up = 0)
) STRICT;
INSERT INTO new_sowing_cells SELECT id, sowing_id, cell, seeds, up, up_on, fate, fate_on, version FROM sowing_cells;
DROP TABLE sowing_cells;
ALTER TABLE new_sowing_cells RENAME TO sowing_cells;

CREATE TABLE new_sowing_steps (
  id INTEGER PRIMARY KEY,
  sowing_id INTEGER NOT NULL REFERENCES sowings (id),
  number INTEGER NOT NULL CHECK (number >= 1),
  kind TEXT NOT NULL CHECK (kind IN ('dark-off', 'cover-off', 'thin', 'prick-out', 'pot-on', 'feed', 'harden', 'plant-out')),
  gap_days INTEGER NOT NULL CHECK (gap_days >= 0),
  not_before TEXT,
  done_on TEXT,
  -- Why it was left out; then done_on is the day on which that was said.
  skipped_why TEXT CHECK (skipped_why IS NULL OR (trim(skipped_why) <> '' AND done_on IS NOT NULL)),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (sowing_id, number)
) STRICT;
INSERT INTO new_sowing_steps (id, sowing_id, number, kind, gap_days, not_before, done_on, version)
  SELECT id, sowing_id, number, kind, gap_days, not_before, done_on, version FROM sowing_steps;
DROP TABLE sowing_steps;
ALTER TABLE new_sowing_steps RENAME TO sowing_steps;
CREATE INDEX sowing_steps_open ON sowing_steps (sowing_id) WHERE done_on IS NULL;

-- What became of the plants of a sowing after they came up.
CREATE TABLE plant_counts (
  id INTEGER PRIMARY KEY,
  sowing_id INTEGER NOT NULL REFERENCES sowings (id),
  kind TEXT NOT NULL CHECK (kind IN ('pricked-out', 'potted', 'lost', 'planted-out', 'kept', 'given', 'sold')),
  plants INTEGER NOT NULL CHECK (plants >= 1),
  on_day TEXT NOT NULL,
  member_id INTEGER REFERENCES members (id),
  note TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK (member_id IS NULL OR kind = 'given')
) STRICT;
CREATE INDEX plant_counts_by_sowing ON plant_counts (sowing_id, id);
