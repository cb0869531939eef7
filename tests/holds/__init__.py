"""What holds of any plan, for the suite, `scripts/search` and any length of time."""
