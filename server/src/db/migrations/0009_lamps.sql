-- The day on which a lamp was last hung to its distance above the plants: they grow towards it.
ALTER TABLE bench_places ADD COLUMN lamp_set_on TEXT;
