"""What the work takes: one file for each kind of thing that is bought, each with its working."""
