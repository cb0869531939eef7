"""What may be wrong with rails of a fence: one file a rule, one catalogue entry each."""
