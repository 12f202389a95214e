-- A stream of its own: from constants, from speeds by the clock, or by the hours of the tide.
-- Floods are positive.
CREATE TABLE streams (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 80),
  form TEXT NOT NULL CHECK (form IN ('constants', 'clock', 'hours')),
  latitude_deg REAL CHECK (latitude_deg BETWEEN -90 AND 90),
  mean_m_s REAL CHECK (mean_m_s BETWEEN -6 AND 6),
  CHECK ((form = 'constants') = (latitude_deg IS NOT NULL)),
  CHECK ((form = 'constants') = (mean_m_s IS NOT NULL))
) STRICT;

CREATE TABLE stream_constants (
  stream_id INTEGER NOT NULL REFERENCES streams (id) ON DELETE CASCADE,
  constituent TEXT NOT NULL CHECK (length(constituent) BETWEEN 1 AND 12),
  speed_m_s REAL NOT NULL CHECK (speed_m_s BETWEEN 0 AND 6),
  phase_deg REAL NOT NULL CHECK (phase_deg BETWEEN -360 AND 360),
  PRIMARY KEY (stream_id, constituent)
) STRICT, WITHOUT ROWID;

CREATE TABLE stream_speeds (
  stream_id INTEGER NOT NULL REFERENCES streams (id) ON DELETE CASCADE,
  time_utc_s INTEGER NOT NULL,
  speed_m_s REAL NOT NULL CHECK (speed_m_s BETWEEN -6 AND 6),
  PRIMARY KEY (stream_id, time_utc_s)
) STRICT, WITHOUT ROWID;

-- Hours from high water at the mark's own tide, with the rates of neaps and springs.
CREATE TABLE stream_hours (
  stream_id INTEGER NOT NULL REFERENCES streams (id) ON DELETE CASCADE,
  hour REAL NOT NULL CHECK (hour BETWEEN -7 AND 7),
  neap_m_s REAL NOT NULL CHECK (neap_m_s BETWEEN -6 AND 6),
  spring_m_s REAL NOT NULL CHECK (spring_m_s BETWEEN -6 AND 6),
  PRIMARY KEY (stream_id, hour)
) STRICT, WITHOUT ROWID;

ALTER TABLE marks ADD COLUMN stream_id INTEGER REFERENCES streams (id);
ALTER TABLE marks ADD COLUMN exposure TEXT NOT NULL DEFAULT 'sheltered'
  CHECK (exposure IN ('sheltered', 'partly open', 'open sea'));
-- NULL: as the stance has it.
ALTER TABLE marks ADD COLUMN tip_height_m REAL CHECK (tip_height_m BETWEEN 0 AND 30);
-- Charted depth of the deepest place on the way back to dry land; NULL: not known.
ALTER TABLE marks ADD COLUMN way_back_depth_m REAL CHECK (way_back_depth_m BETWEEN -15 AND 200);

ALTER TABLE settings ADD COLUMN wind_unit TEXT NOT NULL DEFAULT 'm/s'
  CHECK (wind_unit IN ('m/s', 'kn', 'Bft'));
