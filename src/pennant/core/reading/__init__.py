"""What a layout comes to: what every edge gets, what is wrong, and the lines to strike."""
