"""What may be wrong with gates of a fence: one file a rule, one catalogue entry each."""
