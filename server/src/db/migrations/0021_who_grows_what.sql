-- Who grows what: gardens on the plan, patches of plants that flower in a season, and how each is kept apart.

-- A coarse spot: metres east and north of the library, on a grid of 50 m.
ALTER TABLE gardens ADD COLUMN east_m INTEGER CHECK (east_m % 50 = 0 AND east_m BETWEEN -20000 AND 20000);
ALTER TABLE gardens ADD COLUMN north_m INTEGER CHECK (north_m % 50 = 0 AND north_m BETWEEN -20000 AND 20000);
-- Plants for seed at one time, and varieties at most; nobody said where null.
ALTER TABLE gardens ADD COLUMN room_plants INTEGER CHECK (room_plants >= 0);
ALTER TABLE gardens ADD COLUMN most_varieties INTEGER CHECK (most_varieties >= 0);
ALTER TABLE gardens ADD COLUMN cages INTEGER NOT NULL DEFAULT 0 CHECK (cages BETWEEN 0 AND 100);
ALTER TABLE gardens ADD COLUMN practised TEXT CHECK (practised IN ('new', 'some', 'practised'));

-- A patch comes of a loan, of a planned sowing or a sowing of the library, and is computed from it; a row here says what that does not: other plants, another spot,
-- how it is kept apart. One that somebody saw, a neighbour's or for the table, is a row alone.
CREATE TABLE patches (
  id INTEGER PRIMARY KEY,
  loan_id INTEGER UNIQUE REFERENCES loans (id),
  planned_id INTEGER UNIQUE REFERENCES planned_sowings (id),
  sowing_id INTEGER UNIQUE REFERENCES sowings (id),
  -- Of one that was seen: which season, what it is, and whose.
  season INTEGER CHECK (season BETWEEN 1900 AND 2200),
  -- Whoever grows for seed saw it, so many metres from there: it goes with that step.
  saving_step_id INTEGER UNIQUE REFERENCES saving_steps (id),
  off_m INTEGER NOT NULL DEFAULT 0 CHECK (off_m BETWEEN 0 AND 20000),
  crop_key TEXT REFERENCES crops (key),
  variety_id INTEGER REFERENCES varieties (id),
  whose TEXT,
  kind TEXT CHECK (kind IN ('library', 'seed', 'table', 'neighbour')),
  -- Where it stands, if not where what it comes of says.
  stands TEXT CHECK (stands IN ('library', 'garden', 'spot')),
  garden_id INTEGER REFERENCES gardens (id),
  east_m INTEGER CHECK (east_m % 50 = 0 AND east_m BETWEEN -20000 AND 20000),
  north_m INTEGER CHECK (north_m % 50 = 0 AND north_m BETWEEN -20000 AND 20000),
  plants INTEGER CHECK (plants BETWEEN 1 AND 1000000),
  -- In flower as seen; and days by which it is begun later than it would be.
  flower_from TEXT,
  flower_to TEXT,
  shift_days INTEGER NOT NULL DEFAULT 0 CHECK (shift_days BETWEEN -90 AND 90),
  apart TEXT CHECK (apart IN ('open', 'bagged', 'caged', 'tied')),
  -- It is there no more: dug up, picked before it flowered, taken out.
  gone_on TEXT,
  gone_why TEXT,
  note TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK ((loan_id IS NOT NULL) + (planned_id IS NOT NULL) + (sowing_id IS NOT NULL) + (season IS NOT NULL) = 1),
  CHECK ((season IS NULL) = (crop_key IS NULL)),
  CHECK ((stands IS 'garden') = (garden_id IS NOT NULL)),
  CHECK ((stands IS 'spot') = (east_m IS NOT NULL)),
  CHECK ((east_m IS NULL) = (north_m IS NULL)),
  CHECK ((flower_from IS NULL) = (flower_to IS NULL)),
  CHECK (flower_from <= flower_to),
  CHECK (gone_why IS NULL OR gone_on IS NOT NULL)
) STRICT;
CREATE INDEX patches_by_season ON patches (season) WHERE season IS NOT NULL;
CREATE INDEX patches_by_garden ON patches (garden_id) WHERE garden_id IS NOT NULL;

-- What whoever grows it says of a step: how flowers were kept to themselves, how far the nearest of its kind flowers (metres), why plants were taken out, how it went
-- through the winter or was dried, and what it weighs.
ALTER TABLE saving_steps ADD COLUMN apart TEXT CHECK (apart IN ('open', 'bagged', 'caged', 'tied'));
ALTER TABLE saving_steps ADD COLUMN near_m INTEGER CHECK (near_m >= 0);
ALTER TABLE saving_steps ADD COLUMN how TEXT CHECK (how IN ('left', 'lifted', 'brought-in', 'shade', 'sun', 'warmth', 'different', 'sick'));
ALTER TABLE saving_steps ADD COLUMN grams REAL CHECK (grams > 0);
