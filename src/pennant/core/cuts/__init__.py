"""How pieces are cut: tools, marks, the order, and which tile each comes from."""
