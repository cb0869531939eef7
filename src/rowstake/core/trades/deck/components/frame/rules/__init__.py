"""What may be wrong with the frame of a deck: one file a rule, one catalogue entry each."""
