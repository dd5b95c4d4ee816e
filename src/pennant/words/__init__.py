"""Sentences and shown lengths, made from the core's data for the screen and for the terminal."""
