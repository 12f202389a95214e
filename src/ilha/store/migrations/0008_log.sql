-- What happened on the water. The device that saw it makes the id, so that what is sent twice is
-- kept once. Names are kept beside ids: what was logged outlives what was in the box.
CREATE TABLE events (
  id TEXT PRIMARY KEY CHECK (length(id) BETWEEN 8 AND 64),
  kind TEXT NOT NULL CHECK (kind IN (
    'began', 'ended', 'fish', 'bite', 'lost', 'held', 'swept', 'changed', 'drop'
  )),
  at_utc_s REAL NOT NULL CHECK (at_utc_s BETWEEN 0 AND 1e11),
  mark_id INTEGER REFERENCES marks (id) ON DELETE SET NULL,
  mark_name TEXT NOT NULL CHECK (length(mark_name) BETWEEN 1 AND 80),
  head_id INTEGER REFERENCES heads (id) ON DELETE SET NULL,
  head_name TEXT NOT NULL CHECK (length(head_name) <= 80),
  plastic_id INTEGER REFERENCES plastics (id) ON DELETE SET NULL,
  plastic_name TEXT NOT NULL CHECK (length(plastic_name) <= 80),
  colour TEXT NOT NULL CHECK (length(colour) <= 40),
  retrieve TEXT NOT NULL CHECK (length(retrieve) <= 40),
  fish TEXT CHECK (length(fish) BETWEEN 1 AND 80),
  length_cm REAL CHECK (length_cm > 0 AND length_cm <= 400),
  depth_m REAL CHECK (depth_m > 0 AND depth_m <= 200),
  surface_speed_m_s REAL CHECK (surface_speed_m_s BETWEEN 0 AND 6),
  bears_m_s REAL CHECK (bears_m_s BETWEEN 0 AND 6),
  stage TEXT CHECK (stage IN ('flood', 'ebb', 'slack')),
  light TEXT CHECK (light IN ('bright', 'low', 'night')),
  count_s REAL CHECK (count_s > 0 AND count_s <= 3600),
  expected_s REAL CHECK (expected_s > 0 AND expected_s <= 3600),
  note TEXT NOT NULL CHECK (length(note) <= 400)
) STRICT, WITHOUT ROWID;

CREATE INDEX events_by_time ON events (at_utc_s);
CREATE INDEX events_by_mark ON events (mark_id, kind);
CREATE INDEX events_by_pair ON events (head_id, plastic_id, kind);

-- Learned factors that are held fast, or learned afresh since an instant.
CREATE TABLE learned (
  kind TEXT NOT NULL CHECK (kind IN ('sink', 'current')),
  key TEXT NOT NULL CHECK (length(key) BETWEEN 1 AND 40),
  frozen REAL CHECK (frozen > 0 AND frozen <= 10),
  since_utc_s REAL CHECK (since_utc_s BETWEEN 0 AND 1e11),
  PRIMARY KEY (kind, key)
) STRICT, WITHOUT ROWID;
