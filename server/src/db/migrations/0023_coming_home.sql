-- Coming home: gifts without a loan, seed grown from several loans, what was found of it when it came, and the work before it is released.

CREATE TABLE new_returns (
  id INTEGER PRIMARY KEY,
  -- The loan that it answers; null of a gift. Further loans stand in return_loans.
  loan_id INTEGER REFERENCES loans (id),
  lot_id INTEGER NOT NULL UNIQUE REFERENCES lots (id),
  received_on TEXT NOT NULL,
  plants INTEGER CHECK (plants > 0),
  grown_beside TEXT,
  isolated TEXT NOT NULL CHECK (isolated IN ('yes', 'no', 'unknown')),
  released_on TEXT,
  note TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  crossed_share REAL CHECK (crossed_share BETWEEN 0 AND 1),
  -- Whoever brought it.
  member_id INTEGER REFERENCES members (id),
  -- What was found: a list of words.
  found TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(found)),
  CHECK (loan_id IS NOT NULL OR member_id IS NOT NULL)
) STRICT;
INSERT INTO new_returns
  SELECT r.id, r.loan_id, r.lot_id, r.received_on, r.plants, r.grown_beside, r.isolated, r.released_on, r.note, r.version, r.crossed_share, o.member_id, '[]'
  FROM returns r JOIN loans o ON o.id = r.loan_id;
DROP TABLE returns;
ALTER TABLE new_returns RENAME TO returns;
CREATE INDEX returns_by_loan ON returns (loan_id);
CREATE INDEX returns_by_member ON returns (member_id);

CREATE TABLE return_loans (
  id INTEGER PRIMARY KEY,
  return_id INTEGER NOT NULL REFERENCES returns (id),
  loan_id INTEGER NOT NULL REFERENCES loans (id),
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (return_id, loan_id)
) STRICT;
CREATE INDEX return_loans_by_loan ON return_loans (loan_id);

-- Every loan that came home, by one rule.
CREATE VIEW loans_home AS
  SELECT id AS return_id, loan_id FROM returns WHERE loan_id IS NOT NULL UNION ALL SELECT return_id, loan_id FROM return_loans;

-- What is done with it in quarantine, each on its day.
CREATE TABLE return_steps (
  id INTEGER PRIMARY KEY,
  return_id INTEGER NOT NULL REFERENCES returns (id),
  kind TEXT NOT NULL CHECK (kind IN ('dry', 'freeze', 'clean', 'count', 'test')),
  due_on TEXT NOT NULL,
  done_on TEXT,
  version INTEGER NOT NULL DEFAULT 1 CHECK (version >= 1),
  UNIQUE (return_id, kind)
) STRICT;
CREATE INDEX return_steps_open ON return_steps (due_on) WHERE done_on IS NULL;
