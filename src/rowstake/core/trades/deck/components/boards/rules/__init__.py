"""What may be wrong with the boards of a deck: one file a rule, one catalogue entry each."""
