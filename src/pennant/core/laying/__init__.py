"""Surfaces laid and read one after the other, and what is judged of several together."""
