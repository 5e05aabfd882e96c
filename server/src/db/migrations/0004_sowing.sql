-- Sowing: gardens with their frosts, soil read by the probe, planned sowings, the bench, trays with maps, looks by cell, care after coming up,
-- and what was said of the day when the season was over.

-- A garden is later or earlier than the library by some days, or has frosts of its own.
CREATE TABLE gardens (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (trim(name) <> ''),
  member_id INTEGER REFERENCES members (id),
  hemisphere TEXT NOT NULL CHECK (hemisphere IN ('north', 'south')),
  shift_days INTEGER CHECK (shift_days BETWEEN -120 AND 120),
  last_frost TEXT CHECK (last_frost GLOB '[0-9][0-9]-[0-9][0-9]'),
  last_frost_sd REAL CHECK (last_frost_sd BETWEEN 1 AND 60),
  first_frost TEXT CHECK (first_frost GLOB '[0-9][0-9]-[0-9][0-9]'),
  first_frost_sd REAL CHECK (first_frost_sd BETWEEN 1 AND 60),
  note TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK ((shift_days IS NULL) = (last_frost IS NOT NULL)),
  CHECK ((last_frost IS NULL) = (last_frost_sd IS NULL)),
  CHECK ((last_frost IS NULL) = (first_frost IS NULL)),
  CHECK ((last_frost IS NULL) = (first_frost_sd IS NULL))
) STRICT;

-- What a file of daily minima said; of the library itself where no garden is named. `years` is a list of springs.
CREATE TABLE frost_records (
  id INTEGER PRIMARY KEY,
  garden_id INTEGER REFERENCES gardens (id),
  file_name TEXT NOT NULL CHECK (trim(file_name) <> ''),
  read_on TEXT NOT NULL,
  from_day TEXT NOT NULL,
  to_day TEXT NOT NULL,
  below_c REAL NOT NULL CHECK (below_c BETWEEN -30 AND 30),
  years TEXT NOT NULL CHECK (json_valid(years)),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK (to_day >= from_day)
) STRICT;
CREATE INDEX frost_records_by_garden ON frost_records (garden_id, id);

CREATE TABLE soil_readings (
  id INTEGER PRIMARY KEY,
  garden_id INTEGER REFERENCES gardens (id),
  read_on TEXT NOT NULL,
  temperature_c REAL NOT NULL CHECK (temperature_c BETWEEN -30 AND 60),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;
CREATE INDEX soil_readings_by_garden ON soil_readings (garden_id, read_on);

CREATE TABLE bench_places (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (trim(name) <> ''),
  kind TEXT NOT NULL CHECK (kind IN ('mat', 'lamp', 'sill', 'dark', 'fridge', 'outdoors')),
  holds INTEGER NOT NULL CHECK (holds BETWEEN 1 AND 1000),
  warmth_c REAL CHECK (warmth_c BETWEEN -5 AND 45),
  lamp_hours REAL CHECK (lamp_hours BETWEEN 1 AND 24),
  lamp_cm REAL CHECK (lamp_cm BETWEEN 1 AND 300),
  note TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;

-- Trays that the library has, so that nobody measures them again. `gaps` are cells that a tray of this kind does not have.
CREATE TABLE tray_kinds (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (trim(name) <> ''),
  rows INTEGER NOT NULL CHECK (rows BETWEEN 1 AND 60),
  columns INTEGER NOT NULL CHECK (columns BETWEEN 1 AND 60),
  gaps TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(gaps)),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK (rows * columns <= 600)
) STRICT;
INSERT INTO tray_kinds (name, rows, columns, gaps) VALUES
  ('60 small cells', 6, 10, '[]'),
  ('24 large cells', 4, 6, '[]'),
  ('13 pots in a carrier', 3, 5, '[0,14]');

-- Sowings that are wanted: of one lot, in one way, on one day. Done when a sowing names it.
CREATE TABLE planned_sowings (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  garden_id INTEGER REFERENCES gardens (id),
  member_id INTEGER REFERENCES members (id),
  person_id INTEGER REFERENCES people (id),
  purpose TEXT NOT NULL CHECK (purpose IN ('beds', 'sale', 'order')),
  way TEXT NOT NULL CHECK (way IN ('start', 'direct', 'late')),
  method TEXT NOT NULL CHECK (method IN ('heated-cells', 'cells', 'pot', 'open-ground')),
  tray_kind_id INTEGER REFERENCES tray_kinds (id),
  bench_id INTEGER REFERENCES bench_places (id),
  grow_bench_id INTEGER REFERENCES bench_places (id),
  plants INTEGER NOT NULL CHECK (plants BETWEEN 1 AND 10000),
  seeds_per_cell INTEGER NOT NULL CHECK (seeds_per_cell BETWEEN 1 AND 1000),
  cells INTEGER NOT NULL CHECK (cells BETWEEN 1 AND 10000),
  reserve INTEGER NOT NULL DEFAULT 0 CHECK (reserve >= 0),
  sow_on TEXT NOT NULL,
  plant_out_on TEXT,
  -- Day the seed went into the cold, the last look at it there, and the day it was seen sprouting.
  chilled_on TEXT,
  chill_looked_on TEXT,
  sprouted_on TEXT,
  note TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK (plant_out_on IS NULL OR plant_out_on >= sow_on),
  CHECK ((purpose = 'order') = (member_id IS NOT NULL)),
  CHECK (chilled_on IS NOT NULL OR (chill_looked_on IS NULL AND sprouted_on IS NULL))
) STRICT;
CREATE INDEX planned_sowings_by_day ON planned_sowings (sow_on);
CREATE INDEX planned_sowings_by_lot ON planned_sowings (lot_id);

-- A tray as it is laid out and, later, as it was sown. `map` is one short text a cell: A, A* for its marker, nothing.
CREATE TABLE trays (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL CHECK (trim(name) <> ''),
  rows INTEGER NOT NULL CHECK (rows BETWEEN 1 AND 60),
  columns INTEGER NOT NULL CHECK (columns BETWEEN 1 AND 60),
  gaps TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(gaps)),
  map TEXT NOT NULL CHECK (json_valid(map)),
  bench_id INTEGER REFERENCES bench_places (id),
  covered INTEGER NOT NULL DEFAULT 1 CHECK (covered IN (0, 1)),
  sow_on TEXT NOT NULL,
  sown_on TEXT,
  cleared_on TEXT,
  photo TEXT,
  note TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK (json_array_length(map) = rows * columns),
  CHECK (cleared_on IS NULL OR sown_on IS NOT NULL)
) STRICT;
CREATE INDEX trays_by_state ON trays (cleared_on, sow_on);

CREATE TABLE tray_fills (
  id INTEGER PRIMARY KEY,
  tray_id INTEGER NOT NULL REFERENCES trays (id),
  letter TEXT NOT NULL CHECK (letter GLOB '[A-Z]'),
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  planned_id INTEGER REFERENCES planned_sowings (id),
  seeds_per_cell INTEGER NOT NULL CHECK (seeds_per_cell BETWEEN 1 AND 1000),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (tray_id, letter)
) STRICT;
CREATE INDEX tray_fills_by_plan ON tray_fills (planned_id) WHERE planned_id IS NOT NULL;

ALTER TABLE sowings ADD COLUMN planned_id INTEGER REFERENCES planned_sowings (id);
ALTER TABLE sowings ADD COLUMN tray_id INTEGER REFERENCES trays (id);
ALTER TABLE sowings ADD COLUMN letter TEXT CHECK (letter GLOB '[A-Z]');
ALTER TABLE sowings ADD COLUMN bench_id INTEGER REFERENCES bench_places (id);
ALTER TABLE sowings ADD COLUMN garden_id INTEGER REFERENCES gardens (id);
-- How it was really done.
ALTER TABLE sowings ADD COLUMN depth_mm REAL CHECK (depth_mm BETWEEN 0 AND 300);
ALTER TABLE sowings ADD COLUMN covered_with TEXT;
ALTER TABLE sowings ADD COLUMN warmth_c REAL CHECK (warmth_c BETWEEN -5 AND 45);
CREATE INDEX sowings_by_plan ON sowings (planned_id) WHERE planned_id IS NOT NULL;
CREATE INDEX sowings_by_tray ON sowings (tray_id) WHERE tray_id IS NOT NULL;

-- Cells of a sowing that are looked at one by one; `cell` is its place in the map of the tray, from 0.
CREATE TABLE sowing_cells (
  id INTEGER PRIMARY KEY,
  sowing_id INTEGER NOT NULL REFERENCES sowings (id),
  cell INTEGER NOT NULL CHECK (cell >= 0),
  seeds INTEGER NOT NULL CHECK (seeds >= 1),
  -- All that ever came up in it, and when the first did.
  up INTEGER NOT NULL DEFAULT 0 CHECK (up BETWEEN 0 AND seeds),
  up_on TEXT,
  fate TEXT CHECK (fate IN ('not-come-up', 'damped-off', 'eaten', 'dried-out', 'too-cold', 'washed-away', 'mixed-up', 'thrown-out')),
  fate_on TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (sowing_id, cell),
  CHECK ((fate IS NULL) = (fate_on IS NULL)),
  CHECK ((up = 0) = (up_on IS NULL)),
  CHECK (fate IS NOT 'not-come-up' OR up = 0)
) STRICT;

CREATE TABLE sowing_steps (
  id INTEGER PRIMARY KEY,
  sowing_id INTEGER NOT NULL REFERENCES sowings (id),
  number INTEGER NOT NULL CHECK (number >= 1),
  kind TEXT NOT NULL CHECK (kind IN ('cover-off', 'thin', 'pot-on', 'feed', 'harden', 'plant-out')),
  gap_days INTEGER NOT NULL CHECK (gap_days >= 0),
  not_before TEXT,
  done_on TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (sowing_id, number)
) STRICT;
CREATE INDEX sowing_steps_open ON sowing_steps (sowing_id) WHERE done_on IS NULL;

-- Too early, right or too late, and how many days from the middle of the table's window it was.
CREATE TABLE timing_verdicts (
  id INTEGER PRIMARY KEY,
  sowing_id INTEGER NOT NULL UNIQUE REFERENCES sowings (id),
  crop_key TEXT NOT NULL REFERENCES crops (key),
  way TEXT NOT NULL CHECK (way IN ('start', 'direct', 'late')),
  offset_days INTEGER NOT NULL,
  timing TEXT NOT NULL CHECK (timing IN ('too-early', 'right', 'too-late')),
  made_on TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;
CREATE INDEX timing_verdicts_by_crop ON timing_verdicts (crop_key, way);
