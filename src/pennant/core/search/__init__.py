"""Finding better: every start compared, the best of all, and what would cure a finding."""
