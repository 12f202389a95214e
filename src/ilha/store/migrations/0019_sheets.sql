-- Two more sheets: for the sun on the glass, and red for the night. A check is changed by making the
-- table anew; nothing points at it.
CREATE TABLE settings_new (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  head_unit TEXT NOT NULL CHECK (head_unit IN ('oz', 'g')),
  depth_unit TEXT NOT NULL CHECK (depth_unit IN ('m', 'ft')),
  speed_unit TEXT NOT NULL CHECK (speed_unit IN ('m/s', 'kn')),
  small_unit TEXT NOT NULL CHECK (small_unit IN ('mm', 'in')),
  temperature_unit TEXT NOT NULL CHECK (temperature_unit IN ('°C', '°F')),
  sheet TEXT NOT NULL CHECK (sheet IN ('daylight', 'sunlight', 'dark', 'night')),
  school TEXT NOT NULL CHECK (
    school IN ('lightest-practical', 'bottom-contact', 'depth-table', 'fed-fall', 'down-then-work')
  ),
  mark_id INTEGER REFERENCES marks (id) ON DELETE SET NULL,
  plastic_id INTEGER REFERENCES plastics (id) ON DELETE SET NULL,
  line_id INTEGER REFERENCES lines (id) ON DELETE SET NULL,
  rod_id INTEGER REFERENCES rods (id) ON DELETE SET NULL,
  wind_unit TEXT NOT NULL DEFAULT 'm/s' CHECK (wind_unit IN ('m/s', 'kn', 'Bft')),
  currency TEXT NOT NULL DEFAULT '€' CHECK (length(currency) BETWEEN 1 AND 4),
  strength_unit TEXT NOT NULL DEFAULT 'kg' CHECK (strength_unit IN ('kg', 'lb'))
) STRICT;
INSERT INTO settings_new
  (id, head_unit, depth_unit, speed_unit, small_unit, temperature_unit, sheet, school, mark_id,
   plastic_id, line_id, rod_id, wind_unit, currency, strength_unit)
SELECT id, head_unit, depth_unit, speed_unit, small_unit, temperature_unit, sheet, school, mark_id,
  plastic_id, line_id, rod_id, wind_unit, currency, strength_unit
FROM settings;
DROP TABLE settings;
ALTER TABLE settings_new RENAME TO settings;
