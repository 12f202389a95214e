-- A port's tide comes as high and low waters, as an even series of heights, or as constants.
ALTER TABLE tide_ports ADD COLUMN form TEXT NOT NULL DEFAULT 'turns'
  CHECK (form IN ('turns', 'heights', 'constants'));
ALTER TABLE tide_ports ADD COLUMN latitude_deg REAL CHECK (latitude_deg BETWEEN -90 AND 90);
ALTER TABLE tide_ports ADD COLUMN mean_level_m REAL CHECK (mean_level_m BETWEEN -20 AND 20);

-- What the constants leave of the series they were fitted to, root mean square.
ALTER TABLE tide_ports ADD COLUMN residual_m REAL CHECK (residual_m >= 0);

CREATE TABLE tide_heights (
  port_id INTEGER NOT NULL REFERENCES tide_ports (id) ON DELETE CASCADE,
  time_utc_s INTEGER NOT NULL,
  height_m REAL NOT NULL CHECK (height_m BETWEEN -20 AND 20),
  PRIMARY KEY (port_id, time_utc_s)
) STRICT, WITHOUT ROWID;

CREATE TABLE tide_constants (
  port_id INTEGER NOT NULL REFERENCES tide_ports (id) ON DELETE CASCADE,
  constituent TEXT NOT NULL CHECK (length(constituent) BETWEEN 1 AND 12),
  amplitude_m REAL NOT NULL CHECK (amplitude_m BETWEEN 0 AND 10),
  phase_deg REAL NOT NULL CHECK (phase_deg BETWEEN -360 AND 360),
  PRIMARY KEY (port_id, constituent)
) STRICT, WITHOUT ROWID;

-- A mark's tide may come later and stand higher than its port's (secondary port).
ALTER TABLE marks ADD COLUMN tide_offset_min REAL NOT NULL DEFAULT 0
  CHECK (tide_offset_min BETWEEN -360 AND 360);
ALTER TABLE marks ADD COLUMN tide_height_offset_m REAL NOT NULL DEFAULT 0
  CHECK (tide_height_offset_m BETWEEN -5 AND 5);
