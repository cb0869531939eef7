"""What may be wrong with boards and sheets of a fence: one file a rule, one catalogue entry each."""
