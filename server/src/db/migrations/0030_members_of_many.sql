-- What the list of members sums up of every loan and every sowing of one, read from the indexes alone.
DROP INDEX loans_by_member;
CREATE INDEX loans_by_member ON loans (member_id, settled_on, due_on, lent_on, seeds, unsown);
DROP INDEX sowings_by_loan;
CREATE INDEX sowings_by_loan ON sowings (loan_id, seeds, fate_on, sown_on) WHERE loan_id IS NOT NULL;
