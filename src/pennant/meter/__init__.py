"""A laser distance meter: its line protocol, a simulated one, and the link to either."""
