"""What may be wrong with the holes of a deck: one file a rule, one catalogue entry each."""
