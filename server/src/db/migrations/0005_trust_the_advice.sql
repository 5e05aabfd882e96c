-- How seed was kept, as far as anybody knows: swings of warmth, packets sealed by the supplier, the day of picking of seed that does not
-- keep. Every lot is judged again, since half lives and the model's doubt changed.

-- Degrees to either side of the mean, over the day or the year.
ALTER TABLE places ADD COLUMN swing_c REAL NOT NULL DEFAULT 0 CHECK (swing_c BETWEEN 0 AND 40);
ALTER TABLE places ADD COLUMN swings TEXT CHECK (swings IN ('day', 'year'));

-- A packet that the supplier sealed stays as dry as it was until it is opened.
ALTER TABLE lots ADD COLUMN sealed INTEGER NOT NULL DEFAULT 0 CHECK (sealed IN (0, 1));
ALTER TABLE lots ADD COLUMN sealed_rh_percent REAL CHECK (sealed_rh_percent BETWEEN 1 AND 99);
ALTER TABLE lots ADD COLUMN opened_on TEXT CHECK (opened_on IS NULL OR sealed = 1);

-- What is known of seed that does not keep: when it was picked, where it ripened, in its season there or not, and how warm the nights were.
ALTER TABLE lots ADD COLUMN picked_on TEXT CHECK (picked_on IS NULL OR picked_on <= received_on);
ALTER TABLE lots ADD COLUMN ripened_where TEXT;
ALTER TABLE lots ADD COLUMN ripened_in_season TEXT CHECK (ripened_in_season IN ('yes', 'no'));
ALTER TABLE lots ADD COLUMN night_c REAL CHECK (night_c BETWEEN -20 AND 45);

-- A coordinator may say that a plant of the reference's own list may be lent here.
CREATE TABLE new_restricted_plants (
  id INTEGER PRIMARY KEY,
  crop_key TEXT REFERENCES crops (key),
  name TEXT CHECK (trim(name) <> ''),
  folded TEXT,
  rule TEXT NOT NULL CHECK (rule IN ('may-lend', 'warn', 'do-not-lend')),
  why TEXT NOT NULL CHECK (trim(why) <> ''),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK ((crop_key IS NULL) <> (name IS NULL)),
  CHECK ((name IS NULL) = (folded IS NULL)),
  CHECK (rule <> 'may-lend' OR crop_key IS NOT NULL)
) STRICT;
INSERT INTO new_restricted_plants (id, crop_key, name, folded, rule, why, version)
  SELECT id, crop_key, name, folded, rule, why, version FROM restricted_plants;
DROP TABLE restricted_plants;
ALTER TABLE new_restricted_plants RENAME TO restricted_plants;

-- Seed that lives less than a year was picked when it came, where nobody knows its year.
UPDATE lots SET ages_from = received_on WHERE year_kind = 'unknown' AND variety_id IN (
  SELECT id FROM varieties WHERE crop_key IN ('coffee', 'lemon', 'ice-cream-bean', 'loquat', 'avocado', 'papaya', 'oak', 'hazel'));

UPDATE lot_estimates SET as_of = '';
