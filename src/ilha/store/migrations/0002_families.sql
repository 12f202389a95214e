-- More families of plastics. SQLite cannot change a CHECK: the table is made anew under its name.
CREATE TABLE plastics_new (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 80),
  family TEXT NOT NULL CHECK (family IN (
    'straight', 'stick', 'paddle', 'curl', 'creature', 't-tail', 'shrimp', 'crab', 'tube', 'surface'
  )),
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

INSERT INTO plastics_new
  (id, name, family, look, material, colour, length_mm, body_length_mm, width_mm, height_mm,
   mass_g, density_g_cm3, extra_drag_cm2)
SELECT
  id, name, family, look, material, colour, length_mm, body_length_mm, width_mm, height_mm,
  mass_g, density_g_cm3, extra_drag_cm2
FROM plastics;

-- Settings point at plastics: what they point at must outlive the old table.
CREATE TEMP TABLE kept_choice AS SELECT plastic_id FROM settings;
UPDATE settings SET plastic_id = NULL;
DROP TABLE plastics;
ALTER TABLE plastics_new RENAME TO plastics;
UPDATE settings SET plastic_id = (SELECT plastic_id FROM kept_choice);
DROP TABLE kept_choice;
