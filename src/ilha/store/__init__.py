"""SQLite by plain SQL: one module per table, one function per query, each taking ``conn``."""
