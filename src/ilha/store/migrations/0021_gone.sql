-- Events that were undone: one of them that comes again, late or twice, stays undone.
CREATE TABLE gone (
  id TEXT PRIMARY KEY
) STRICT, WITHOUT ROWID;
