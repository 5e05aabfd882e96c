-- What the record had of a lot when it was looked at in a stocktake: what came or went since is not taken for a mistake.
ALTER TABLE stocktake_scans ADD COLUMN seen INTEGER CHECK (seen >= 0);
