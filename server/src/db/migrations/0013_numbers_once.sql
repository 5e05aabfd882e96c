-- The highest number that was ever given to a row of each table. A number of a row that was taken back is not given again: a desk that still has
-- the old one open would work on another record.
CREATE TABLE row_numbers (
  entity TEXT PRIMARY KEY NOT NULL,
  last INTEGER NOT NULL CHECK (last >= 1)
) STRICT;
INSERT INTO row_numbers (entity, last)
  SELECT entity, max(CAST(row_key AS INTEGER)) FROM events
  WHERE entity <> 'settings' AND row_key NOT GLOB '*[^0-9]*' AND CAST(row_key AS INTEGER) >= 1 GROUP BY entity;
