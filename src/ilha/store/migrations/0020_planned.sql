-- What was planned of a trip, as it was last looked at before its end: told beside what came of it.
ALTER TABLE trips ADD COLUMN planned TEXT CHECK (planned IS NULL OR json_valid(planned));
