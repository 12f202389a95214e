-- What the log teaches, kept beside it so that a log of many seasons is not read through for every
-- question. A row stands for the events as they are: whatever changes these takes it away.
CREATE TABLE taught (
  kind TEXT NOT NULL CHECK (kind IN ('sink', 'current')),
  key TEXT NOT NULL CHECK (length(key) BETWEEN 1 AND 40),
  value REAL NOT NULL,
  low REAL NOT NULL,
  high REAL NOT NULL,
  used INTEGER NOT NULL,
  left_out INTEGER NOT NULL,
  spread REAL NOT NULL,
  asked TEXT NOT NULL CHECK (json_valid(asked)),
  PRIMARY KEY (kind, key)
) STRICT, WITHOUT ROWID;

CREATE TRIGGER taught_after_insert AFTER INSERT ON events
WHEN NEW.kind IN ('drop', 'held', 'swept')
BEGIN
  DELETE FROM taught WHERE kind = 'sink' AND NEW.kind = 'drop'
    AND key = NEW.head_id || ':' || NEW.plastic_id;
  DELETE FROM taught WHERE kind = 'current' AND NEW.kind <> 'drop' AND key = NEW.mark_id || '';
END;

CREATE TRIGGER taught_after_delete AFTER DELETE ON events
WHEN OLD.kind IN ('drop', 'held', 'swept')
BEGIN
  DELETE FROM taught WHERE kind = 'sink' AND OLD.kind = 'drop'
    AND key = OLD.head_id || ':' || OLD.plastic_id;
  DELETE FROM taught WHERE kind = 'current' AND OLD.kind <> 'drop' AND key = OLD.mark_id || '';
END;

CREATE TRIGGER taught_after_update AFTER UPDATE ON events
BEGIN
  DELETE FROM taught WHERE kind = 'sink' AND key IN (
    OLD.head_id || ':' || OLD.plastic_id, NEW.head_id || ':' || NEW.plastic_id);
  DELETE FROM taught WHERE kind = 'current' AND key IN (OLD.mark_id || '', NEW.mark_id || '');
END;

-- A factor that is begun afresh learns from what comes after.
CREATE TRIGGER taught_held_insert AFTER INSERT ON learned
BEGIN DELETE FROM taught WHERE kind = NEW.kind AND key = NEW.key; END;
CREATE TRIGGER taught_held_update AFTER UPDATE ON learned
BEGIN DELETE FROM taught WHERE kind = NEW.kind AND key = NEW.key; END;
CREATE TRIGGER taught_held_delete AFTER DELETE ON learned
BEGIN DELETE FROM taught WHERE kind = OLD.kind AND key = OLD.key; END;

CREATE INDEX events_drops ON events (head_id, plastic_id, at_utc_s) WHERE kind = 'drop';
CREATE INDEX events_tried ON events (mark_id, at_utc_s) WHERE kind IN ('held', 'swept');
CREATE INDEX events_deeper ON events (at_utc_s) WHERE kind = 'drop' AND answer = 'deeper';
CREATE INDEX events_lost ON events (at_utc_s) WHERE kind = 'lost';
-- What trips are made of, in the order of time: a log of many seasons is read through here.
CREATE INDEX events_words ON events (
  at_utc_s, id, kind, mark_name, head_name, plastic_name, colour, retrieve, stage, light, depth_m
);
DROP INDEX events_by_time;
