"""What may be wrong with the footings of a deck: one file a rule, one catalogue entry each."""
