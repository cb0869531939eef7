"""What may be wrong with the way over the ground: one file a rule, one catalogue entry each."""
