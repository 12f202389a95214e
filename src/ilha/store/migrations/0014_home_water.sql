-- A mark may have a tide whose stream nobody knows yet: its rates then mean nothing.
ALTER TABLE marks ADD COLUMN stream_known INTEGER NOT NULL DEFAULT 1 CHECK (stream_known IN (0, 1));

-- Of a mark's facts those that nobody measured, as a list of their names.
ALTER TABLE marks ADD COLUMN assumed TEXT NOT NULL DEFAULT '[]'
  CHECK (json_valid(assumed) AND length(assumed) <= 2000);
-- A plastic of which its length and look are known, the rest typical of them.
ALTER TABLE plastics ADD COLUMN measured INTEGER NOT NULL DEFAULT 1 CHECK (measured IN (0, 1));

-- Ranges that were estimated from a few days, and are until there are more.
ALTER TABLE tide_ports ADD COLUMN ranges_assumed INTEGER NOT NULL DEFAULT 0
  CHECK (ranges_assumed IN (0, 1));

-- A secondary port: its tide is that of a standard port, with differences. Lists as JSON; clocks
-- are s of the day in the zone of the tables, differences s and m.
CREATE TABLE tide_differences (
  port_id INTEGER PRIMARY KEY REFERENCES tide_ports (id) ON DELETE CASCADE,
  standard_id INTEGER NOT NULL REFERENCES tide_ports (id) CHECK (standard_id <> port_id),
  time_zone TEXT NOT NULL CHECK (length(time_zone) BETWEEN 1 AND 60),
  high_times TEXT NOT NULL CHECK (json_valid(high_times)),
  low_times TEXT NOT NULL CHECK (json_valid(low_times)),
  levels_m TEXT NOT NULL CHECK (json_valid(levels_m)),
  heights_m TEXT NOT NULL CHECK (json_valid(heights_m))
) STRICT;
CREATE INDEX tide_differences_by_standard ON tide_differences (standard_id);

-- What lines hold and fish weigh, and which set of units was chosen as a whole.
ALTER TABLE settings ADD COLUMN strength_unit TEXT NOT NULL DEFAULT 'kg'
  CHECK (strength_unit IN ('kg', 'lb'));
