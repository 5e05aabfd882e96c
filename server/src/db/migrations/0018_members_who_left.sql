-- A member who left: who they were is gone from here, what became of their seed stays.
ALTER TABLE members ADD COLUMN left_on TEXT;
