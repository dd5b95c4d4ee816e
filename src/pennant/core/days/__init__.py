"""The order of the work, its waits, and the days it takes; in minutes of a calendar it is given."""
