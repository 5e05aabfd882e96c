-- Taking in and keeping: a tree of places with climates, what envelopes say, photos, weighings, identities and mix-ups,
-- stocktakes, packets, errands that follow from corrections, and the index that finds names with typing mistakes.

-- Places become a tree. What a place has no figure for is that of what it stands in; a sealed one has its humidity.
CREATE TABLE new_places (
  id INTEGER PRIMARY KEY,
  parent_id INTEGER REFERENCES places (id),
  kind TEXT NOT NULL DEFAULT 'box' CHECK (kind IN ('building', 'room', 'cupboard', 'drawer', 'box', 'fridge', 'freezer')),
  name TEXT NOT NULL CHECK (trim(name) <> ''),
  temperature_c REAL CHECK (temperature_c BETWEEN -40 AND 45),
  rh_percent REAL CHECK (rh_percent BETWEEN 1 AND 99),
  sealed INTEGER NOT NULL DEFAULT 0 CHECK (sealed IN (0, 1)),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK (parent_id IS NULL OR parent_id <> id),
  CHECK (sealed = 0 OR rh_percent IS NOT NULL)
) STRICT;
INSERT INTO new_places (id, name, temperature_c, rh_percent, sealed, version)
  SELECT id, name, temperature_c, rh_percent, sealed, version FROM places;
DROP TABLE places;
ALTER TABLE new_places RENAME TO places;
CREATE UNIQUE INDEX places_by_name ON places (coalesce(parent_id, 0), name);

-- One row a file read from a climate logger; its days as JSON, [{day, temperatureC, rhPercent, lowC, highC, readings}].
CREATE TABLE climate_logs (
  id INTEGER PRIMARY KEY,
  place_id INTEGER NOT NULL REFERENCES places (id),
  file_name TEXT NOT NULL,
  from_day TEXT NOT NULL,
  to_day TEXT NOT NULL,
  readings INTEGER NOT NULL CHECK (readings >= 1),
  days TEXT NOT NULL CHECK (json_valid(days)),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK (to_day >= from_day)
) STRICT;
CREATE INDEX climate_logs_by_place ON climate_logs (place_id, id);

ALTER TABLE varieties ADD COLUMN height_cm REAL CHECK (height_cm BETWEEN 1 AND 5000);
ALTER TABLE varieties ADD COLUMN spacing_cm REAL CHECK (spacing_cm BETWEEN 1 AND 2000);
ALTER TABLE varieties ADD COLUMN harvest_days_min INTEGER CHECK (harvest_days_min BETWEEN 1 AND 3000);
ALTER TABLE varieties ADD COLUMN harvest_days_max INTEGER CHECK (harvest_days_max BETWEEN 1 AND 3000);
ALTER TABLE varieties ADD COLUMN hardiness TEXT CHECK (hardiness IN ('tender', 'half-hardy', 'hardy'));
-- A variety that turned out to be another stays in the register as a signpost.
ALTER TABLE varieties ADD COLUMN joined_into INTEGER REFERENCES varieties (id);
-- Whose printed instructions the library follows, and why.
ALTER TABLE varieties ADD COLUMN chosen_envelope_id INTEGER REFERENCES envelope_texts (id);
ALTER TABLE varieties ADD COLUMN chosen_reason TEXT;

-- Lots may be missing since a stocktake, and know the line of the file they came in by.
ALTER TABLE lots ADD COLUMN missing_since TEXT;
ALTER TABLE lots ADD COLUMN import_key TEXT;
CREATE INDEX lots_by_year ON lots (year);
CREATE UNIQUE INDEX lots_by_import_key ON lots (import_key) WHERE import_key IS NOT NULL;

-- A sowing may be there to find out what a doubtful lot is.
ALTER TABLE sowings ADD COLUMN to_identify INTEGER NOT NULL DEFAULT 0 CHECK (to_identify IN (0, 1));

-- What the envelope says, kept apart from what the library thinks.
CREATE TABLE envelope_texts (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL UNIQUE REFERENCES lots (id),
  packed_for INTEGER CHECK (packed_for BETWEEN 1900 AND 2200),
  depth_mm REAL CHECK (depth_mm BETWEEN 0 AND 300),
  spacing_cm REAL CHECK (spacing_cm BETWEEN 1 AND 2000),
  weeks_min REAL CHECK (weeks_min BETWEEN -30 AND 60),
  weeks_max REAL CHECK (weeks_max BETWEEN -30 AND 60),
  anchor TEXT CHECK (anchor IN ('last-frost', 'plant-out')),
  warmth_c REAL CHECK (warmth_c BETWEEN -5 AND 45),
  days_min INTEGER CHECK (days_min BETWEEN 1 AND 400),
  days_max INTEGER CHECK (days_max BETWEEN 1 AND 400),
  warnings TEXT,
  words TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK (weeks_max IS NULL OR weeks_min IS NULL OR weeks_max >= weeks_min),
  CHECK (days_max IS NULL OR days_min IS NULL OR days_max >= days_min)
) STRICT;

CREATE TABLE photos (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  file TEXT NOT NULL,
  taken_on TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;
CREATE INDEX photos_by_lot ON photos (lot_id);

CREATE TABLE weighings (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  weighed_on TEXT NOT NULL,
  samples TEXT NOT NULL CHECK (json_valid(samples)),
  total_grams REAL NOT NULL CHECK (total_grams > 0),
  seeds INTEGER NOT NULL CHECK (seeds >= 0),
  seeds_low INTEGER,
  seeds_high INTEGER,
  grams_per_thousand REAL NOT NULL CHECK (grams_per_thousand > 0),
  variation_percent REAL,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;
CREATE INDEX weighings_by_lot ON weighings (lot_id, id);

-- Every change of what is known about the name of a lot.
CREATE TABLE identity_events (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  kind TEXT NOT NULL CHECK (kind IN ('judged', 'growing-out', 'grown-out', 'mixed-up', 'cleared', 'corrected', 'parent')),
  on_day TEXT NOT NULL,
  from_identity TEXT NOT NULL,
  to_identity TEXT NOT NULL,
  from_variety_id INTEGER REFERENCES varieties (id),
  to_variety_id INTEGER REFERENCES varieties (id),
  reason TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;
CREATE INDEX identity_events_by_lot ON identity_events (lot_id, id);

-- Two lots that may have been swapped or spilled together. Until it is cleared their counts are no evidence.
CREATE TABLE mix_ups (
  id INTEGER PRIMARY KEY,
  lot_a INTEGER NOT NULL REFERENCES lots (id),
  lot_b INTEGER NOT NULL REFERENCES lots (id),
  kind TEXT NOT NULL CHECK (kind IN ('swapped', 'spilled')),
  since_day TEXT,
  marked_on TEXT NOT NULL,
  reason TEXT NOT NULL,
  cleared_on TEXT,
  cleared_how TEXT CHECK (cleared_how IN ('not-mixed', 'put-right')),
  cleared_reason TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK (lot_a <> lot_b),
  CHECK ((cleared_on IS NULL) = (cleared_how IS NULL))
) STRICT;
CREATE INDEX mix_ups_by_a ON mix_ups (lot_a);
CREATE INDEX mix_ups_by_b ON mix_ups (lot_b);

-- What must follow a correction in the world outside: a label to print again, a member to tell.
CREATE TABLE errands (
  id INTEGER PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('reprint', 'tell')),
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  member_id INTEGER REFERENCES members (id),
  words TEXT NOT NULL CHECK (trim(words) <> ''),
  made_on TEXT NOT NULL,
  done_on TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK ((kind = 'tell') = (member_id IS NOT NULL))
) STRICT;
CREATE INDEX errands_open ON errands (kind, lot_id) WHERE done_on IS NULL;
CREATE INDEX errands_by_lot ON errands (lot_id);
CREATE INDEX errands_by_member ON errands (member_id) WHERE member_id IS NOT NULL;

-- The library's own list of plants that fall under rules where it is.
CREATE TABLE restricted_plants (
  id INTEGER PRIMARY KEY,
  crop_key TEXT REFERENCES crops (key),
  name TEXT CHECK (trim(name) <> ''),
  folded TEXT,
  rule TEXT NOT NULL CHECK (rule IN ('warn', 'do-not-lend')),
  why TEXT NOT NULL CHECK (trim(why) <> ''),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK ((crop_key IS NULL) <> (name IS NULL)),
  CHECK ((name IS NULL) = (folded IS NULL))
) STRICT;

-- Packets filled from a lot. Their seeds stay in the balance of the lot until they are lent.
CREATE TABLE packet_fills (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  seeds_each INTEGER NOT NULL CHECK (seeds_each >= 1),
  packets INTEGER NOT NULL CHECK (packets >= 1),
  packets_left INTEGER NOT NULL CHECK (packets_left BETWEEN 0 AND packets),
  filled_on TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;
CREATE INDEX packet_fills_by_lot ON packet_fills (lot_id);

CREATE TABLE stocktakes (
  id INTEGER PRIMARY KEY,
  place_id INTEGER NOT NULL REFERENCES places (id),
  started_on TEXT NOT NULL,
  closed_on TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK (closed_on IS NULL OR closed_on >= started_on)
) STRICT;
CREATE TABLE stocktake_scans (
  id INTEGER PRIMARY KEY,
  stocktake_id INTEGER NOT NULL REFERENCES stocktakes (id),
  lot_id INTEGER NOT NULL REFERENCES lots (id),
  amount TEXT NOT NULL CHECK (amount IN ('not-looked', 'right', 'in-doubt', 'counted')),
  counted INTEGER CHECK (counted >= 0),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (stocktake_id, lot_id),
  CHECK ((amount = 'counted') = (counted IS NOT NULL))
) STRICT;

-- Files that were read in, so that the same file is known again.
CREATE TABLE imports (
  id INTEGER PRIMARY KEY,
  file_name TEXT NOT NULL,
  sha256 TEXT NOT NULL,
  accepted_on TEXT NOT NULL,
  rows_taken INTEGER NOT NULL,
  rows_known INTEGER NOT NULL,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;
CREATE INDEX imports_by_file ON imports (sha256);

-- Every name by which something can be found, in Latin letters (the function latin_name is the core's latinName).
-- Kept by triggers, so that undo keeps it too; the trigrams find names through typing mistakes.
CREATE TABLE find_names (
  id INTEGER PRIMARY KEY,
  origin TEXT NOT NULL UNIQUE,
  kind TEXT NOT NULL CHECK (kind IN ('variety', 'crop', 'source', 'member', 'place')),
  thing TEXT NOT NULL,
  latin TEXT NOT NULL
) STRICT;
CREATE INDEX find_names_by_latin ON find_names (latin);
CREATE VIRTUAL TABLE find_grams USING fts5 (latin, content = 'find_names', content_rowid = 'id', tokenize = 'trigram', detail = none);
CREATE TRIGGER find_name_added AFTER INSERT ON find_names BEGIN
  INSERT INTO find_grams (rowid, latin) VALUES (NEW.id, NEW.latin);
END;
CREATE TRIGGER find_name_removed AFTER DELETE ON find_names BEGIN
  INSERT INTO find_grams (find_grams, rowid, latin) VALUES ('delete', OLD.id, OLD.latin);
END;

CREATE TRIGGER varieties_findable AFTER INSERT ON varieties BEGIN
  INSERT INTO find_names (origin, kind, thing, latin) SELECT 'v' || NEW.id, 'variety', NEW.id, latin_name(NEW.name) WHERE NEW.joined_into IS NULL;
END;
CREATE TRIGGER varieties_found_anew AFTER UPDATE OF name, joined_into ON varieties BEGIN
  DELETE FROM find_names WHERE origin = 'v' || OLD.id;
  INSERT INTO find_names (origin, kind, thing, latin) SELECT 'v' || NEW.id, 'variety', NEW.id, latin_name(NEW.name) WHERE NEW.joined_into IS NULL;
END;
CREATE TRIGGER varieties_not_findable AFTER DELETE ON varieties BEGIN
  DELETE FROM find_names WHERE origin = 'v' || OLD.id;
END;
CREATE TRIGGER variety_synonyms_findable AFTER INSERT ON variety_synonyms BEGIN
  INSERT INTO find_names (origin, kind, thing, latin) SELECT 'y' || NEW.id, 'variety', NEW.variety_id, latin_name(NEW.name);
END;
CREATE TRIGGER variety_synonyms_found_anew AFTER UPDATE OF name, variety_id ON variety_synonyms BEGIN
  DELETE FROM find_names WHERE origin = 'y' || OLD.id;
  INSERT INTO find_names (origin, kind, thing, latin) SELECT 'y' || NEW.id, 'variety', NEW.variety_id, latin_name(NEW.name);
END;
CREATE TRIGGER variety_synonyms_not_findable AFTER DELETE ON variety_synonyms BEGIN
  DELETE FROM find_names WHERE origin = 'y' || OLD.id;
END;
CREATE TRIGGER sources_findable AFTER INSERT ON sources BEGIN
  INSERT INTO find_names (origin, kind, thing, latin) SELECT 's' || NEW.id, 'source', NEW.id, latin_name(NEW.name);
END;
CREATE TRIGGER sources_found_anew AFTER UPDATE OF name ON sources BEGIN
  DELETE FROM find_names WHERE origin = 's' || OLD.id;
  INSERT INTO find_names (origin, kind, thing, latin) SELECT 's' || NEW.id, 'source', NEW.id, latin_name(NEW.name);
END;
CREATE TRIGGER sources_not_findable AFTER DELETE ON sources BEGIN
  DELETE FROM find_names WHERE origin = 's' || OLD.id;
END;
CREATE TRIGGER members_findable AFTER INSERT ON members BEGIN
  INSERT INTO find_names (origin, kind, thing, latin) SELECT 'm' || NEW.id, 'member', NEW.id, latin_name(NEW.name);
END;
CREATE TRIGGER members_found_anew AFTER UPDATE OF name ON members BEGIN
  DELETE FROM find_names WHERE origin = 'm' || OLD.id;
  INSERT INTO find_names (origin, kind, thing, latin) SELECT 'm' || NEW.id, 'member', NEW.id, latin_name(NEW.name);
END;
CREATE TRIGGER members_not_findable AFTER DELETE ON members BEGIN
  DELETE FROM find_names WHERE origin = 'm' || OLD.id;
END;
CREATE TRIGGER places_findable AFTER INSERT ON places BEGIN
  INSERT INTO find_names (origin, kind, thing, latin) SELECT 'p' || NEW.id, 'place', NEW.id, latin_name(NEW.name);
END;
CREATE TRIGGER places_found_anew AFTER UPDATE OF name ON places BEGIN
  DELETE FROM find_names WHERE origin = 'p' || OLD.id;
  INSERT INTO find_names (origin, kind, thing, latin) SELECT 'p' || NEW.id, 'place', NEW.id, latin_name(NEW.name);
END;
CREATE TRIGGER places_not_findable AFTER DELETE ON places BEGIN
  DELETE FROM find_names WHERE origin = 'p' || OLD.id;
END;
CREATE TRIGGER crops_findable AFTER INSERT ON crops BEGIN
  INSERT INTO find_names (origin, kind, thing, latin) VALUES ('c' || NEW.key, 'crop', NEW.key, latin_name(NEW.name));
  INSERT INTO find_names (origin, kind, thing, latin) VALUES ('l' || NEW.key, 'crop', NEW.key, latin_name(NEW.scientific));
END;
CREATE TRIGGER crops_found_anew AFTER UPDATE OF name, scientific ON crops WHEN OLD.name <> NEW.name OR OLD.scientific <> NEW.scientific BEGIN
  DELETE FROM find_names WHERE origin IN ('c' || OLD.key, 'l' || OLD.key);
  INSERT INTO find_names (origin, kind, thing, latin) VALUES ('c' || NEW.key, 'crop', NEW.key, latin_name(NEW.name));
  INSERT INTO find_names (origin, kind, thing, latin) VALUES ('l' || NEW.key, 'crop', NEW.key, latin_name(NEW.scientific));
END;
INSERT INTO find_names (origin, kind, thing, latin)
  SELECT 'v' || id, 'variety', id, latin_name(name) FROM varieties
  UNION ALL SELECT 'y' || id, 'variety', variety_id, latin_name(name) FROM variety_synonyms
  UNION ALL SELECT 's' || id, 'source', id, latin_name(name) FROM sources
  UNION ALL SELECT 'm' || id, 'member', id, latin_name(name) FROM members
  UNION ALL SELECT 'p' || id, 'place', id, latin_name(name) FROM places
  UNION ALL SELECT 'c' || key, 'crop', key, latin_name(name) FROM crops
  UNION ALL SELECT 'l' || key, 'crop', key, latin_name(scientific) FROM crops;
