-- Fish of one's own: new ones, and shipped ones as the user has changed them (by their key).
CREATE TABLE fish (
  key TEXT PRIMARY KEY CHECK (length(key) BETWEEN 1 AND 80),
  name TEXT NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 80),
  scientific TEXT NOT NULL CHECK (length(scientific) <= 80),
  feeds TEXT NOT NULL CHECK (feeds IN ('bottom', 'low', 'mid', 'suspended', 'top')),
  mouth TEXT NOT NULL CHECK (mouth IN ('small', 'middling', 'large')),
  hardness TEXT NOT NULL CHECK (hardness IN ('soft', 'firm', 'bony')),
  teeth TEXT NOT NULL CHECK (teeth IN ('none', 'small', 'crushing', 'sharp')),
  takes TEXT NOT NULL CHECK (takes IN ('drop', 'inhale', 'tail-biter', 'chase')),
  strength TEXT NOT NULL CHECK (strength IN ('light', 'medium', 'strong', 'very-strong')),
  runs TEXT NOT NULL CHECK (runs IN ('open', 'down', 'structure')),
  holds TEXT NOT NULL CHECK (holds IN (
    'none', 'sand', 'mud', 'grass', 'rock', 'reef', 'oyster', 'structure', 'snags'
  )),
  comfort_low_c REAL NOT NULL CHECK (comfort_low_c BETWEEN -2 AND 40),
  comfort_high_c REAL NOT NULL CHECK (comfort_high_c > comfort_low_c AND comfort_high_c <= 40),
  forage_low_mm REAL NOT NULL CHECK (forage_low_mm BETWEEN 5 AND 500),
  forage_high_mm REAL NOT NULL CHECK (forage_high_mm > forage_low_mm AND forage_high_mm <= 500),
  eats TEXT NOT NULL CHECK (json_valid(eats)),
  minds TEXT NOT NULL CHECK (json_valid(minds))
) STRICT, WITHOUT ROWID;

-- What was changed of a rule: off, or weighed anew (NULL: as it ships).
CREATE TABLE rule_changes (
  key TEXT PRIMARY KEY CHECK (length(key) BETWEEN 1 AND 80),
  is_on INTEGER NOT NULL CHECK (is_on IN (0, 1)),
  weight REAL CHECK (weight > 0 AND weight <= 10)
) STRICT, WITHOUT ROWID;

-- Rules of one's own, as the rule files have them: {says, weight, when, fits, wants, avoids}.
CREATE TABLE own_rules (
  id INTEGER PRIMARY KEY,
  body TEXT NOT NULL CHECK (json_valid(body))
) STRICT;
