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

-- Every figure of a crop can be the library's own: numbers, words and lists, as JSON.
CREATE TABLE new_own_figures (
  id INTEGER PRIMARY KEY,
  crop_key TEXT NOT NULL REFERENCES crops (key),
  field TEXT NOT NULL,
  value TEXT NOT NULL CHECK (json_valid(value)),
  reason TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (crop_key, field)
) STRICT;
INSERT INTO new_own_figures (id, crop_key, field, value, reason, version)
  SELECT id, crop_key, field, json(value), reason, version FROM own_figures;
DROP TABLE own_figures;
ALTER TABLE new_own_figures RENAME TO own_figures;

-- Crops that the library added, each whole: all its figures, begun from those of the most similar crop. They stand among the crops of the
-- reference, so that everything that joins crops knows them.
CREATE TABLE own_crops (
  id INTEGER PRIMARY KEY,
  key TEXT NOT NULL UNIQUE CHECK (key GLOB 'own-[a-z0-9]*'),
  letters TEXT NOT NULL UNIQUE CHECK (length(letters) = 2),
  name TEXT NOT NULL CHECK (trim(name) <> ''),
  scientific TEXT NOT NULL CHECK (trim(scientific) <> ''),
  from_key TEXT NOT NULL,
  names TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(names)),
  figures TEXT NOT NULL CHECK (json_valid(figures)),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1)
) STRICT;
CREATE TRIGGER own_crop_added AFTER INSERT ON own_crops BEGIN
  INSERT INTO crops (key, letters, name, scientific) VALUES (NEW.key, NEW.letters, NEW.name, NEW.scientific);
END;
CREATE TRIGGER own_crop_changed AFTER UPDATE ON own_crops BEGIN
  UPDATE crops SET letters = NEW.letters, name = NEW.name, scientific = NEW.scientific WHERE key = OLD.key;
END;
CREATE TRIGGER own_crop_removed AFTER DELETE ON own_crops BEGIN
  DELETE FROM lot_serials WHERE crop_key = OLD.key AND NOT EXISTS (SELECT 1 FROM varieties WHERE crop_key = OLD.key);
  DELETE FROM crops WHERE key = OLD.key;
  DELETE FROM find_names WHERE kind = 'crop' AND thing = OLD.key;
END;

-- Notes are found by the words in them: every text that people write freely, and where it stands.
CREATE TABLE note_texts (
  id INTEGER PRIMARY KEY,
  origin TEXT NOT NULL UNIQUE,
  kind TEXT NOT NULL CHECK (kind IN ('lot', 'variety', 'member', 'sowing', 'test', 'tray', 'planned', 'garden')),
  thing INTEGER NOT NULL,
  text TEXT NOT NULL
) STRICT;
CREATE VIRTUAL TABLE note_words USING fts5 (text, content = 'note_texts', content_rowid = 'id', tokenize = 'unicode61 remove_diacritics 2');
CREATE TRIGGER note_text_added AFTER INSERT ON note_texts BEGIN
  INSERT INTO note_words (rowid, text) VALUES (NEW.id, NEW.text);
END;
CREATE TRIGGER note_text_removed AFTER DELETE ON note_texts BEGIN
  INSERT INTO note_words (note_words, rowid, text) VALUES ('delete', OLD.id, OLD.text);
END;

CREATE TRIGGER lots_note_added AFTER INSERT ON lots WHEN NEW.note IS NOT NULL BEGIN
  INSERT INTO note_texts (origin, kind, thing, text) VALUES ('l' || NEW.id, 'lot', NEW.id, NEW.note);
END;
CREATE TRIGGER lots_note_changed AFTER UPDATE OF note ON lots WHEN NEW.note IS NOT OLD.note BEGIN
  DELETE FROM note_texts WHERE origin = 'l' || OLD.id;
  INSERT INTO note_texts (origin, kind, thing, text) SELECT 'l' || NEW.id, 'lot', NEW.id, NEW.note WHERE NEW.note IS NOT NULL;
END;
CREATE TRIGGER lots_note_gone AFTER DELETE ON lots WHEN OLD.note IS NOT NULL BEGIN
  DELETE FROM note_texts WHERE origin = 'l' || OLD.id;
END;

CREATE TRIGGER varieties_note_added AFTER INSERT ON varieties WHEN NEW.note IS NOT NULL BEGIN
  INSERT INTO note_texts (origin, kind, thing, text) VALUES ('v' || NEW.id, 'variety', NEW.id, NEW.note);
END;
CREATE TRIGGER varieties_note_changed AFTER UPDATE OF note ON varieties WHEN NEW.note IS NOT OLD.note BEGIN
  DELETE FROM note_texts WHERE origin = 'v' || OLD.id;
  INSERT INTO note_texts (origin, kind, thing, text) SELECT 'v' || NEW.id, 'variety', NEW.id, NEW.note WHERE NEW.note IS NOT NULL;
END;
CREATE TRIGGER varieties_note_gone AFTER DELETE ON varieties WHEN OLD.note IS NOT NULL BEGIN
  DELETE FROM note_texts WHERE origin = 'v' || OLD.id;
END;

CREATE TRIGGER members_note_added AFTER INSERT ON members WHEN NEW.note IS NOT NULL BEGIN
  INSERT INTO note_texts (origin, kind, thing, text) VALUES ('m' || NEW.id, 'member', NEW.id, NEW.note);
END;
CREATE TRIGGER members_note_changed AFTER UPDATE OF note ON members WHEN NEW.note IS NOT OLD.note BEGIN
  DELETE FROM note_texts WHERE origin = 'm' || OLD.id;
  INSERT INTO note_texts (origin, kind, thing, text) SELECT 'm' || NEW.id, 'member', NEW.id, NEW.note WHERE NEW.note IS NOT NULL;
END;
CREATE TRIGGER members_note_gone AFTER DELETE ON members WHEN OLD.note IS NOT NULL BEGIN
  DELETE FROM note_texts WHERE origin = 'm' || OLD.id;
END;

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

CREATE TRIGGER tests_note_added AFTER INSERT ON tests WHEN NEW.note IS NOT NULL BEGIN
  INSERT INTO note_texts (origin, kind, thing, text) VALUES ('t' || NEW.id, 'test', NEW.id, NEW.note);
END;
CREATE TRIGGER tests_note_changed AFTER UPDATE OF note ON tests WHEN NEW.note IS NOT OLD.note BEGIN
  DELETE FROM note_texts WHERE origin = 't' || OLD.id;
  INSERT INTO note_texts (origin, kind, thing, text) SELECT 't' || NEW.id, 'test', NEW.id, NEW.note WHERE NEW.note IS NOT NULL;
END;
CREATE TRIGGER tests_note_gone AFTER DELETE ON tests WHEN OLD.note IS NOT NULL BEGIN
  DELETE FROM note_texts WHERE origin = 't' || OLD.id;
END;

CREATE TRIGGER trays_note_added AFTER INSERT ON trays WHEN NEW.note IS NOT NULL BEGIN
  INSERT INTO note_texts (origin, kind, thing, text) VALUES ('y' || NEW.id, 'tray', NEW.id, NEW.note);
END;
CREATE TRIGGER trays_note_changed AFTER UPDATE OF note ON trays WHEN NEW.note IS NOT OLD.note BEGIN
  DELETE FROM note_texts WHERE origin = 'y' || OLD.id;
  INSERT INTO note_texts (origin, kind, thing, text) SELECT 'y' || NEW.id, 'tray', NEW.id, NEW.note WHERE NEW.note IS NOT NULL;
END;
CREATE TRIGGER trays_note_gone AFTER DELETE ON trays WHEN OLD.note IS NOT NULL BEGIN
  DELETE FROM note_texts WHERE origin = 'y' || OLD.id;
END;

CREATE TRIGGER planned_sowings_note_added AFTER INSERT ON planned_sowings WHEN NEW.note IS NOT NULL BEGIN
  INSERT INTO note_texts (origin, kind, thing, text) VALUES ('p' || NEW.id, 'planned', NEW.id, NEW.note);
END;
CREATE TRIGGER planned_sowings_note_changed AFTER UPDATE OF note ON planned_sowings WHEN NEW.note IS NOT OLD.note BEGIN
  DELETE FROM note_texts WHERE origin = 'p' || OLD.id;
  INSERT INTO note_texts (origin, kind, thing, text) SELECT 'p' || NEW.id, 'planned', NEW.id, NEW.note WHERE NEW.note IS NOT NULL;
END;
CREATE TRIGGER planned_sowings_note_gone AFTER DELETE ON planned_sowings WHEN OLD.note IS NOT NULL BEGIN
  DELETE FROM note_texts WHERE origin = 'p' || OLD.id;
END;

CREATE TRIGGER gardens_note_added AFTER INSERT ON gardens WHEN NEW.note IS NOT NULL BEGIN
  INSERT INTO note_texts (origin, kind, thing, text) VALUES ('g' || NEW.id, 'garden', NEW.id, NEW.note);
END;
CREATE TRIGGER gardens_note_changed AFTER UPDATE OF note ON gardens WHEN NEW.note IS NOT OLD.note BEGIN
  DELETE FROM note_texts WHERE origin = 'g' || OLD.id;
  INSERT INTO note_texts (origin, kind, thing, text) SELECT 'g' || NEW.id, 'garden', NEW.id, NEW.note WHERE NEW.note IS NOT NULL;
END;
CREATE TRIGGER gardens_note_gone AFTER DELETE ON gardens WHEN OLD.note IS NOT NULL BEGIN
  DELETE FROM note_texts WHERE origin = 'g' || OLD.id;
END;

CREATE TRIGGER returns_note_added AFTER INSERT ON returns WHEN NEW.note IS NOT NULL BEGIN
  INSERT INTO note_texts (origin, kind, thing, text) VALUES ('r' || NEW.id, 'lot', NEW.lot_id, NEW.note);
END;
CREATE TRIGGER returns_note_changed AFTER UPDATE OF note ON returns WHEN NEW.note IS NOT OLD.note BEGIN
  DELETE FROM note_texts WHERE origin = 'r' || OLD.id;
  INSERT INTO note_texts (origin, kind, thing, text) SELECT 'r' || NEW.id, 'lot', NEW.lot_id, NEW.note WHERE NEW.note IS NOT NULL;
END;
CREATE TRIGGER returns_note_gone AFTER DELETE ON returns WHEN OLD.note IS NOT NULL BEGIN
  DELETE FROM note_texts WHERE origin = 'r' || OLD.id;
END;

CREATE TRIGGER envelope_words_added AFTER INSERT ON envelope_texts BEGIN
  INSERT INTO note_texts (origin, kind, thing, text) SELECT 'e' || NEW.id, 'lot', NEW.lot_id, nullif(trim(coalesce(NEW.words, '') || ' ' || coalesce(NEW.warnings, '')), '') WHERE nullif(trim(coalesce(NEW.words, '') || ' ' || coalesce(NEW.warnings, '')), '') IS NOT NULL;
END;
CREATE TRIGGER envelope_words_changed AFTER UPDATE ON envelope_texts BEGIN
  DELETE FROM note_texts WHERE origin = 'e' || OLD.id;
  INSERT INTO note_texts (origin, kind, thing, text) SELECT 'e' || NEW.id, 'lot', NEW.lot_id, nullif(trim(coalesce(NEW.words, '') || ' ' || coalesce(NEW.warnings, '')), '') WHERE nullif(trim(coalesce(NEW.words, '') || ' ' || coalesce(NEW.warnings, '')), '') IS NOT NULL;
END;
CREATE TRIGGER envelope_words_gone AFTER DELETE ON envelope_texts BEGIN
  DELETE FROM note_texts WHERE origin = 'e' || OLD.id;
END;
INSERT INTO note_texts (origin, kind, thing, text)
  SELECT 'l' || id, 'lot', id, note FROM lots WHERE note IS NOT NULL
  UNION ALL SELECT 'v' || id, 'variety', id, note FROM varieties WHERE note IS NOT NULL
  UNION ALL SELECT 'm' || id, 'member', id, note FROM members WHERE note IS NOT NULL
  UNION ALL SELECT 's' || id, 'sowing', id, note FROM sowings WHERE note IS NOT NULL
  UNION ALL SELECT 't' || id, 'test', id, note FROM tests WHERE note IS NOT NULL
  UNION ALL SELECT 'y' || id, 'tray', id, note FROM trays WHERE note IS NOT NULL
  UNION ALL SELECT 'p' || id, 'planned', id, note FROM planned_sowings WHERE note IS NOT NULL
  UNION ALL SELECT 'g' || id, 'garden', id, note FROM gardens WHERE note IS NOT NULL
  UNION ALL SELECT 'r' || id, 'lot', lot_id, note FROM returns WHERE note IS NOT NULL
  UNION ALL SELECT 'e' || id, 'lot', lot_id, nullif(trim(coalesce(words, '') || ' ' || coalesce(warnings, '')), '') FROM envelope_texts WHERE nullif(trim(coalesce(words, '') || ' ' || coalesce(warnings, '')), '') IS NOT NULL;

-- What a packet says for itself, and whether its lot is sown by it.
ALTER TABLE envelope_texts ADD COLUMN depth_max_mm REAL CHECK (depth_max_mm BETWEEN 0 AND 300);
ALTER TABLE envelope_texts ADD COLUMN spacing_max_cm REAL CHECK (spacing_max_cm BETWEEN 1 AND 2000);
ALTER TABLE envelope_texts ADD COLUMN light TEXT CHECK (light IN ('light', 'dark', 'either'));
ALTER TABLE envelope_texts ADD COLUMN maturity_min INTEGER CHECK (maturity_min BETWEEN 1 AND 3000);
ALTER TABLE envelope_texts ADD COLUMN maturity_max INTEGER CHECK (maturity_max BETWEEN 1 AND 3000);
ALTER TABLE envelope_texts ADD COLUMN habit TEXT;
ALTER TABLE lots ADD COLUMN follows_packet INTEGER NOT NULL DEFAULT 0 CHECK (follows_packet IN (0, 1));
