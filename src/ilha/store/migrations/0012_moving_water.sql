-- What a line is made of, the bottom along a cast and what shelters it, rods whose cast is assumed by
-- their rating, and what was answered of a drop that came out otherwise than computed.
ALTER TABLE lines ADD COLUMN kind TEXT NOT NULL DEFAULT 'braid'
  CHECK (kind IN ('braid', 'nylon', 'fluorocarbon'));
ALTER TABLE rods ADD COLUMN length_m REAL CHECK (length_m BETWEEN 0.5 AND 6);
ALTER TABLE rods ADD COLUMN cast_assumed INTEGER NOT NULL DEFAULT 0 CHECK (cast_assumed IN (0, 1));
ALTER TABLE marks ADD COLUMN ground TEXT CHECK (length(ground) <= 20000);
ALTER TABLE marks ADD COLUMN shelter TEXT NOT NULL DEFAULT 'even'
  CHECK (shelter IN ('even', 'slow-below', 'jet'));
ALTER TABLE events ADD COLUMN answer TEXT CHECK (answer IN ('deeper', 'slower', 'slip'));
