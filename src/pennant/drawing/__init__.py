"""The wall drawn once: shapes with roles, from the core's values, for every reader and writer."""
