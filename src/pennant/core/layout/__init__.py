"""Where tiles lie on a surface: its field, the pattern, and the pieces that they come to."""
