"""Jobs and their revisions in one SQLite file."""
