"""What was done on site, and what follows from it."""
