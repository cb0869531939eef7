"""What may be wrong with what stands on the line: legs, corners, bays and obstacles: one file a rule, one catalogue entry each."""
