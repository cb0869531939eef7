"""What may be wrong with gravel boards, covers and caps of a fence: one file a rule, one catalogue entry each."""
