"""From the tape to outlines on the wall: where everything stands, and what is doubtful."""
