-- How each fault of the trainer stands: its box and when it falls due again.
CREATE TABLE trainer (
  code TEXT PRIMARY KEY CHECK (length(code) BETWEEN 1 AND 40),
  box INTEGER NOT NULL CHECK (box BETWEEN 0 AND 10),
  due_utc_s REAL NOT NULL,
  asked INTEGER NOT NULL CHECK (asked >= 0),
  missed INTEGER NOT NULL CHECK (missed BETWEEN 0 AND asked)
) STRICT, WITHOUT ROWID;
