-- Which way one casts at a mark, and where its ebb runs when that is not against its flood; degrees
-- from north, where they are known.
ALTER TABLE marks ADD COLUMN cast_to_deg REAL CHECK (cast_to_deg BETWEEN 0 AND 360);
ALTER TABLE marks ADD COLUMN ebb_to_deg REAL CHECK (ebb_to_deg BETWEEN 0 AND 360);

-- Coast, contours, soundings, structure and tracks as they were brought in: one row a file.
CREATE TABLE sea_charts (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  features TEXT NOT NULL CHECK (json_valid(features))
) STRICT;
