-- A head has a colour; a weight that is moulded in belongs to its plastic (the id of one; no reference:
-- a plastic that is gone leaves a head that goes on nothing).
ALTER TABLE heads ADD COLUMN colour TEXT NOT NULL DEFAULT '' CHECK (length(colour) <= 40);
ALTER TABLE heads ADD COLUMN plastic_id INTEGER CHECK (plastic_id > 0);
