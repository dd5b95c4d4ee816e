"""How tile is held: one file a method of fixing, and which method a job goes by."""
