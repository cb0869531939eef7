"""What may be wrong with the ledger of a deck: one file a rule, one catalogue entry each."""
