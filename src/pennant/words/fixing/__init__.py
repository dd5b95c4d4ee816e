"""What the steps are called and how they are done by each method of fixing, one file a method."""
