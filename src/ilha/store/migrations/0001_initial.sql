CREATE TABLE tide_ports (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 80),
  neap_range_m REAL NOT NULL CHECK (neap_range_m > 0),
  spring_range_m REAL NOT NULL CHECK (spring_range_m > neap_range_m)
) STRICT;

CREATE TABLE tide_events (
  port_id INTEGER NOT NULL REFERENCES tide_ports (id) ON DELETE CASCADE,
  time_utc_s INTEGER NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('high', 'low')),
  height_m REAL NOT NULL CHECK (height_m BETWEEN -20 AND 20),
  PRIMARY KEY (port_id, time_utc_s)
) STRICT, WITHOUT ROWID;

CREATE TABLE marks (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 80),
  kind TEXT NOT NULL CHECK (length(kind) BETWEEN 1 AND 40),
  latitude_deg REAL NOT NULL CHECK (latitude_deg BETWEEN -90 AND 90),
  longitude_deg REAL NOT NULL CHECK (longitude_deg BETWEEN -180 AND 180),
  time_zone TEXT NOT NULL,
  charted_depth_m REAL NOT NULL CHECK (charted_depth_m BETWEEN -15 AND 200),
  bottom TEXT NOT NULL CHECK (bottom IN ('sand', 'mud', 'grass', 'rock', 'oyster', 'wreck')),
  cover TEXT NOT NULL,
  cover_height_m REAL NOT NULL CHECK (cover_height_m >= 0),
  stance TEXT NOT NULL,
  cast_m REAL NOT NULL CHECK (cast_m > 0),
  tide_port_id INTEGER REFERENCES tide_ports (id),
  neap_rate_m_s REAL CHECK (neap_rate_m_s >= 0),
  spring_rate_m_s REAL CHECK (spring_rate_m_s >= neap_rate_m_s),
  slack_lag_min REAL CHECK (slack_lag_min BETWEEN -360 AND 360),
  flood_to_deg REAL CHECK (flood_to_deg >= 0 AND flood_to_deg < 360),
  caution TEXT NOT NULL,
  CHECK ((tide_port_id IS NULL) = (neap_rate_m_s IS NULL)),
  CHECK ((tide_port_id IS NULL) = (spring_rate_m_s IS NULL)),
  CHECK ((tide_port_id IS NULL) = (slack_lag_min IS NULL))
) STRICT;

CREATE TABLE plastics (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 80),
  family TEXT NOT NULL CHECK (family IN ('straight', 'stick', 'paddle', 'curl', 'creature')),
  look TEXT NOT NULL,
  material TEXT NOT NULL,
  colour TEXT NOT NULL,
  length_mm REAL NOT NULL CHECK (length_mm BETWEEN 20 AND 500),
  body_length_mm REAL NOT NULL CHECK (body_length_mm > 0 AND body_length_mm <= length_mm),
  width_mm REAL NOT NULL CHECK (width_mm > 0),
  height_mm REAL NOT NULL CHECK (height_mm > 0),
  mass_g REAL NOT NULL CHECK (mass_g > 0),
  density_g_cm3 REAL NOT NULL CHECK (density_g_cm3 BETWEEN 0.3 AND 3),
  extra_drag_cm2 REAL NOT NULL CHECK (extra_drag_cm2 >= 0)
) STRICT;

CREATE TABLE heads (
  id INTEGER PRIMARY KEY,
  printed_oz REAL CHECK (printed_oz > 0),
  mass_g REAL NOT NULL CHECK (mass_g > 0),
  weighed INTEGER NOT NULL CHECK (weighed IN (0, 1)),
  shape TEXT NOT NULL CHECK (length(shape) BETWEEN 1 AND 40),
  material TEXT NOT NULL,
  density_g_cm3 REAL NOT NULL CHECK (density_g_cm3 BETWEEN 1 AND 20),
  hook_size TEXT NOT NULL,
  hook_mass_g REAL NOT NULL CHECK (hook_mass_g > 0),
  hook_gape_mm REAL NOT NULL CHECK (hook_gape_mm > 0),
  hook_straight_mm REAL NOT NULL CHECK (hook_straight_mm > 0),
  hook_wire_mm REAL NOT NULL CHECK (hook_wire_mm > 0),
  hook_measured INTEGER NOT NULL CHECK (hook_measured IN (0, 1)),
  keeper TEXT NOT NULL,
  keeper_takes_mm REAL NOT NULL CHECK (keeper_takes_mm >= 0),
  weight_x_mm REAL CHECK (weight_x_mm > 0),
  extra_drag_cm2 REAL NOT NULL CHECK (extra_drag_cm2 >= 0),
  carried INTEGER NOT NULL CHECK (carried >= 0)
) STRICT;

CREATE TABLE lines (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 80),
  diameter_mm REAL NOT NULL CHECK (diameter_mm > 0 AND diameter_mm <= 2),
  strength_kg REAL NOT NULL CHECK (strength_kg > 0)
) STRICT;

CREATE TABLE rods (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 80),
  lure_min_g REAL NOT NULL CHECK (lure_min_g >= 0),
  lure_max_g REAL NOT NULL CHECK (lure_max_g > lure_min_g),
  effective_mass_g REAL NOT NULL CHECK (effective_mass_g >= 0),
  cast_mass_g REAL NOT NULL CHECK (cast_mass_g > 0),
  cast_distance_m REAL NOT NULL CHECK (cast_distance_m > 0),
  cast_line_mm REAL NOT NULL CHECK (cast_line_mm > 0),
  cast_drag_cm2 REAL NOT NULL CHECK (cast_drag_cm2 >= 0)
) STRICT;

CREATE TABLE settings (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  head_unit TEXT NOT NULL CHECK (head_unit IN ('oz', 'g')),
  depth_unit TEXT NOT NULL CHECK (depth_unit IN ('m', 'ft')),
  speed_unit TEXT NOT NULL CHECK (speed_unit IN ('m/s', 'kn')),
  small_unit TEXT NOT NULL CHECK (small_unit IN ('mm', 'in')),
  temperature_unit TEXT NOT NULL CHECK (temperature_unit IN ('°C', '°F')),
  sheet TEXT NOT NULL CHECK (sheet IN ('daylight', 'dark')),
  school TEXT NOT NULL CHECK (
    school IN ('lightest-practical', 'bottom-contact', 'depth-table', 'fed-fall', 'down-then-work')
  ),
  mark_id INTEGER REFERENCES marks (id) ON DELETE SET NULL,
  plastic_id INTEGER REFERENCES plastics (id) ON DELETE SET NULL,
  line_id INTEGER REFERENCES lines (id) ON DELETE SET NULL,
  rod_id INTEGER REFERENCES rods (id) ON DELETE SET NULL
) STRICT;

INSERT INTO settings
  (id, head_unit, depth_unit, speed_unit, small_unit, temperature_unit, sheet, school)
VALUES (1, 'oz', 'm', 'm/s', 'mm', '°C', 'daylight', 'lightest-practical');
