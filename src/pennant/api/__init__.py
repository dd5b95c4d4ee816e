"""The HTTP interface: requests become calls of the core and the store, errors clear answers."""
