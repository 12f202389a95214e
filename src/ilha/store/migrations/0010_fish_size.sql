-- What a fish of usual size weighs: the line and the hook follow it. Fish that were changed before this
-- was asked get a weight by their strength.
ALTER TABLE fish ADD COLUMN usual_kg REAL NOT NULL DEFAULT 2 CHECK (usual_kg BETWEEN 0.01 AND 500);
UPDATE fish SET usual_kg = CASE strength
  WHEN 'light' THEN 0.5 WHEN 'medium' THEN 1.5 WHEN 'strong' THEN 4 ELSE 10 END;
