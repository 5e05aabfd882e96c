-- A packet that got wet: since when, and when it was dry again. It is tested before it is trusted.
ALTER TABLE lots ADD COLUMN wet_on TEXT;
ALTER TABLE lots ADD COLUMN dried_on TEXT CHECK (dried_on IS NULL OR wet_on IS NOT NULL);
CREATE INDEX lots_wet ON lots (id) WHERE wet_on IS NOT NULL;
