-- Photographs of what is in the log. The pictures themselves lie beside the database, under the name
-- in file; where they were taken is kept only where that was wanted.
CREATE TABLE photographs (
  id INTEGER PRIMARY KEY,
  event_id TEXT NOT NULL CHECK (length(event_id) BETWEEN 8 AND 64),
  file TEXT NOT NULL CHECK (length(file) = 32 AND file NOT GLOB '*[^0-9a-f]*'),
  width INTEGER NOT NULL CHECK (width BETWEEN 1 AND 10000),
  height INTEGER NOT NULL CHECK (height BETWEEN 1 AND 10000),
  latitude_deg REAL CHECK (latitude_deg BETWEEN -90 AND 90),
  longitude_deg REAL CHECK (longitude_deg BETWEEN -180 AND 180),
  gone_utc_s REAL,
  alone_utc_s REAL,
  UNIQUE (event_id, file)
) STRICT;
CREATE INDEX photographs_of_file ON photographs (file);
