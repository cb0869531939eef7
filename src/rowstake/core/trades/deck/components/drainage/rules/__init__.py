"""What may be wrong with the fascia of a deck: one file a rule, one catalogue entry each."""
