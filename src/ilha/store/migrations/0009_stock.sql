-- What things cost, how many are left, and what else is carried. A count holds from the instant it
-- was made: what the log says was lost since is taken off it.
ALTER TABLE heads ADD COLUMN price REAL CHECK (price BETWEEN 0 AND 100000);
ALTER TABLE heads ADD COLUMN counted_utc_s REAL NOT NULL DEFAULT 0
  CHECK (counted_utc_s BETWEEN 0 AND 1e11);
UPDATE heads SET counted_utc_s = unixepoch();

ALTER TABLE plastics ADD COLUMN weighed INTEGER NOT NULL DEFAULT 0 CHECK (weighed IN (0, 1));
ALTER TABLE plastics ADD COLUMN carried INTEGER NOT NULL DEFAULT 1
  CHECK (carried BETWEEN 0 AND 9999);
ALTER TABLE plastics ADD COLUMN condition TEXT NOT NULL DEFAULT 'good'
  CHECK (condition IN ('new', 'good', 'worn', 'torn'));
ALTER TABLE plastics ADD COLUMN price REAL CHECK (price BETWEEN 0 AND 100000);
ALTER TABLE plastics ADD COLUMN counted_utc_s REAL NOT NULL DEFAULT 0
  CHECK (counted_utc_s BETWEEN 0 AND 1e11);
UPDATE plastics SET counted_utc_s = unixepoch();

ALTER TABLE settings ADD COLUMN currency TEXT NOT NULL DEFAULT '€'
  CHECK (length(currency) BETWEEN 1 AND 4);

CREATE TABLE reels (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 80),
  line_per_turn_cm REAL NOT NULL CHECK (line_per_turn_cm BETWEEN 10 AND 200),
  drag_max_kg REAL CHECK (drag_max_kg > 0 AND drag_max_kg <= 50)
) STRICT;

CREATE TABLE leaders (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 80),
  material TEXT NOT NULL CHECK (material IN ('fluorocarbon', 'nylon', 'wire')),
  diameter_mm REAL NOT NULL CHECK (diameter_mm > 0 AND diameter_mm <= 3),
  strength_kg REAL NOT NULL CHECK (strength_kg > 0 AND strength_kg <= 200),
  left_m REAL CHECK (left_m BETWEEN 0 AND 10000),
  price_m REAL CHECK (price_m BETWEEN 0 AND 100000)
) STRICT;

CREATE TABLE hooks (
  id INTEGER PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('straight', 'offset', 'offset, weighted', 'wacky', 'stinger')),
  size TEXT NOT NULL CHECK (length(size) BETWEEN 1 AND 10),
  mass_g REAL NOT NULL CHECK (mass_g > 0 AND mass_g <= 100),
  straight_mm REAL NOT NULL CHECK (straight_mm > 0 AND straight_mm <= 200),
  gape_mm REAL NOT NULL CHECK (gape_mm > 0 AND gape_mm <= 100),
  wire_mm REAL NOT NULL CHECK (wire_mm > 0 AND wire_mm <= 10),
  carried INTEGER NOT NULL CHECK (carried BETWEEN 0 AND 9999),
  price REAL CHECK (price BETWEEN 0 AND 100000)
) STRICT;

CREATE TABLE weights (
  id INTEGER PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('nail', 'bullet', 'sliding', 'bottom', 'shot')),
  mass_g REAL NOT NULL CHECK (mass_g > 0 AND mass_g <= 2000),
  material TEXT NOT NULL CHECK (length(material) BETWEEN 1 AND 40),
  carried INTEGER NOT NULL CHECK (carried BETWEEN 0 AND 9999),
  price REAL CHECK (price BETWEEN 0 AND 100000)
) STRICT;

CREATE TABLE sundries (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 80),
  carried INTEGER NOT NULL CHECK (carried BETWEEN 0 AND 9999),
  price REAL CHECK (price BETWEEN 0 AND 100000),
  note TEXT NOT NULL CHECK (length(note) <= 200)
) STRICT;

-- What was removed, as it was, with all that pointed at it, so that it can be put back whole.
CREATE TABLE removed (
  kind TEXT NOT NULL CHECK (length(kind) BETWEEN 1 AND 40),
  row_id INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  pointers TEXT NOT NULL CHECK (json_valid(pointers)),
  PRIMARY KEY (kind, row_id)
) STRICT, WITHOUT ROWID;
