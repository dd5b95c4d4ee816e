"""The job file and its values: what was measured, chosen and decided, as it was said."""
