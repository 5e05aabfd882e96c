-- Selections that are kept: a line stands under the variety that it was chosen from.
ALTER TABLE varieties ADD COLUMN line_of INTEGER REFERENCES varieties (id);
CREATE INDEX varieties_by_line ON varieties (line_of) WHERE line_of IS NOT NULL;

-- Plants that were chosen of those that stood, and the lot that gave the pollen where it was chosen too.
CREATE TABLE selections (
  id INTEGER PRIMARY KEY,
  lot_id INTEGER NOT NULL UNIQUE REFERENCES lots (id),
  chosen INTEGER CHECK (chosen > 0),
  of_plants INTEGER CHECK (of_plants >= chosen),
  pollen_lot_id INTEGER REFERENCES lots (id),
  chosen_for TEXT NOT NULL CHECK (trim(chosen_for) <> ''),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  CHECK (pollen_lot_id IS NULL OR pollen_lot_id <> lot_id)
) STRICT;
