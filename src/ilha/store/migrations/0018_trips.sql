-- Trips over several marks: what was asked of each, to be planned again and told afterwards.
CREATE TABLE trips (
  id INTEGER PRIMARY KEY,
  date TEXT NOT NULL CHECK (date GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
  asked TEXT NOT NULL CHECK (json_valid(asked)),
  changed_utc_s REAL NOT NULL
) STRICT;
