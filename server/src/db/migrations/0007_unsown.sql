-- Seed of a loan that came back as it was lent, without having been sown.
ALTER TABLE loans ADD COLUMN unsown INTEGER NOT NULL DEFAULT 0 CHECK (unsown BETWEEN 0 AND seeds);
