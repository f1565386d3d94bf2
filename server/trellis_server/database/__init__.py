"""The database as this server opens it: SQLite, with writers that take turns."""
