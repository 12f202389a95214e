-- A traced plastic has an outline of its own: [[share of the working length, half height], ...].
ALTER TABLE plastics ADD COLUMN profile TEXT CHECK (profile IS NULL OR json_valid(profile));
