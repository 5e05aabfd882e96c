-- How true to type lots are: what was seen of them when they were grown, what crossed where their seed was grown, and lots that were mixed of several.

-- The parts of a lot that was mixed of others, in seeds; of all other lots the parent stands in the lot itself.
CREATE TABLE lot_parents (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  parent_id INTEGER NOT NULL REFERENCES lots (id),
  seeds INTEGER NOT NULL CHECK (seeds > 0),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (lot_id, parent_id),
  CHECK (lot_id <> parent_id)
) STRICT;
CREATE INDEX lot_parents_by_parent ON lot_parents (parent_id);

-- Every step of descent, by one rule.
CREATE VIEW lot_lines AS
  SELECT l.id AS lot_id, l.parent_id, 1 AS seeds FROM lots l
  WHERE l.parent_id IS NOT NULL AND NOT EXISTS (SELECT 1 FROM lot_parents p WHERE p.lot_id = l.id)
  UNION ALL SELECT lot_id, parent_id, seeds FROM lot_parents;

-- Plants that were looked at when a lot was grown, and how many were not as they should be. What members say of plants that they took out stands in saving_steps.
CREATE TABLE off_types (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  plants INTEGER NOT NULL CHECK (plants BETWEEN 1 AND 100000),
  off_types INTEGER NOT NULL CHECK (off_types BETWEEN 0 AND plants),
  seen_on TEXT NOT NULL,
  sowing_id INTEGER REFERENCES sowings (id),
  note TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;
CREATE INDEX off_types_by_lot ON off_types (lot_id);

-- The share that was expected to cross where it was grown, by the plan of that season; null where nobody could tell.
ALTER TABLE returns ADD COLUMN crossed_share REAL CHECK (crossed_share BETWEEN 0 AND 1);

-- Derived: the share of true seed; null of hybrids and of what never comes true.
ALTER TABLE lot_estimates ADD COLUMN true_mean REAL;
ALTER TABLE lot_estimates ADD COLUMN true_low REAL;
ALTER TABLE lot_estimates ADD COLUMN true_high REAL;
-- All are made again when the program starts.
UPDATE lot_estimates SET as_of = '';
