"""What may be wrong with posts and their holes of a fence: one file a rule, one catalogue entry each."""
