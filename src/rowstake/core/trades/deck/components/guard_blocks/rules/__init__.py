"""What may be wrong with the guard blocks of a deck: one file a rule, one catalogue entry each."""
