-- A plastic may be slit underneath or along its back, or be hollow; how deep.
ALTER TABLE plastics ADD COLUMN slit TEXT NOT NULL DEFAULT 'none'
  CHECK (slit IN ('none', 'belly', 'back', 'hollow'));
ALTER TABLE plastics ADD COLUMN slit_mm REAL NOT NULL DEFAULT 0 CHECK (slit_mm BETWEEN 0 AND 150);

-- Wire is light, medium or heavy now, of the hook itself.
UPDATE own_rules SET body = replace(body, '"fine"', '"light"') WHERE body LIKE '%hook_wire%';
