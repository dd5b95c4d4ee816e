"""Plane shapes: the tolerance, rectangles, and one tile with other shapes cut out of it."""
