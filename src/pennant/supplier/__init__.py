"""A supplier that answers price, pack and stock: a simulated one, and the link to it."""
