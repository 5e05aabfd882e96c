-- Renewing: what is said over the figures, and what is decided of who renews what.

-- A figure that somebody knows better, and why: what a variety is worth to the library beyond the figures (a factor), how good its seed is for one attempt
-- this season, plants that one attempt takes; of a garden, how likely that variety comes home from there.
CREATE TABLE renewal_figures (
  id INTEGER PRIMARY KEY,
  variety_id INTEGER NOT NULL REFERENCES varieties (id),
  garden_id INTEGER REFERENCES gardens (id),
  figure TEXT NOT NULL CHECK (figure IN ('worth', 'keep', 'plants', 'chance')),
  value REAL NOT NULL CHECK (value >= 0),
  why TEXT NOT NULL CHECK (trim(why) <> ''),
  said_on TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK ((figure = 'chance') = (garden_id IS NOT NULL)),
  CHECK (figure NOT IN ('keep', 'chance') OR value <= 1),
  CHECK (figure NOT IN ('worth', 'plants') OR value > 0)
) STRICT;
CREATE UNIQUE INDEX renewal_figures_once ON renewal_figures (variety_id, figure, coalesce(garden_id, 0));

-- A variety in a garden in a season: held there, barred from it (wherever or whenever nothing is named), or taken: its packet lies ready, or its sowing is planned.
-- What its grower answered is a fact: no bars it.
CREATE TABLE renewal_rows (
  id INTEGER PRIMARY KEY,
  variety_id INTEGER NOT NULL REFERENCES varieties (id),
  garden_id INTEGER REFERENCES gardens (id),
  season INTEGER CHECK (season BETWEEN 1900 AND 2200),
  state TEXT NOT NULL CHECK (state IN ('held', 'barred', 'taken')),
  covered INTEGER NOT NULL DEFAULT 0 CHECK (covered IN (0, 1)),
  plants INTEGER CHECK (plants > 0),
  -- The grower was asked, and answered.
  asked_on TEXT,
  answer TEXT CHECK (answer IN ('yes', 'no', 'another')),
  answered_on TEXT,
  note TEXT,
  ask_id INTEGER UNIQUE REFERENCES asks (id),
  planned_id INTEGER UNIQUE REFERENCES planned_sowings (id),
  said_on TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK (state = 'barred' OR (garden_id IS NOT NULL AND season IS NOT NULL)),
  CHECK ((answer IS NULL) = (answered_on IS NULL)),
  CHECK (state = 'taken' OR (ask_id IS NULL AND planned_id IS NULL)),
  CHECK (answer IS NULL OR (answer = 'yes') = (state <> 'barred'))
) STRICT;
CREATE UNIQUE INDEX renewal_rows_once ON renewal_rows (variety_id, coalesce(garden_id, 0), coalesce(season, 0));
CREATE INDEX renewal_rows_by_garden ON renewal_rows (garden_id);

-- What is believed of the years ahead is kept with each estimate from now on: all are made again.
UPDATE lot_estimates SET as_of = '';
