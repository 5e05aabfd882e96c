-- Every day on which a bag was looked at, also when nothing was new: what sprouted came between two looks. A list of days, as JSON.
ALTER TABLE replicates ADD COLUMN looked_on TEXT NOT NULL DEFAULT '[]';
