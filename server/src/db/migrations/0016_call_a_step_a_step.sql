-- What a person does is a step, on the screen and here. Answers that wait under their request key for a send that is repeated say so too.
ALTER TABLE actions RENAME TO steps;
ALTER TABLE action_subjects RENAME TO step_subjects;
ALTER TABLE step_subjects RENAME COLUMN action_id TO step_id;
ALTER TABLE events RENAME COLUMN action_id TO step_id;
DROP INDEX action_subjects_by_action;
CREATE INDEX step_subjects_by_step ON step_subjects (step_id);
DROP INDEX events_by_action;
CREATE INDEX events_by_step ON events (step_id);
UPDATE request_keys SET answer = replace(answer, '"action":{"id":', '"step":{"id":');
