-- A step that changes what every lot is judged by says so itself, so that taking it back moves them too.
INSERT OR IGNORE INTO action_subjects (action_id, subject, subject_id)
  SELECT DISTINCT action_id, 'library', 1 FROM events WHERE entity IN ('settings', 'prior_spreads');
