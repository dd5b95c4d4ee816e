"""Shades dealt over the walls before the first tile is set, and around what is set already."""
