"""Pennant lays out kitchen backsplash tile: the start, the cuts, and what it takes."""
