"""Patterns that are not courses, one file each: how single tiles repeat over the wall."""
