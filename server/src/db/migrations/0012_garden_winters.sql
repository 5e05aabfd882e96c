-- How cold the winter of a garden usually gets, degrees C: what may stand it small goes by that. A garden some days off the library has the library's
-- unless it says another; one with frosts of its own lies elsewhere, and has none until somebody says.
ALTER TABLE gardens ADD COLUMN winter_min_c REAL CHECK (winter_min_c BETWEEN -50 AND 20);
