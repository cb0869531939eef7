"""How long the work takes, from its parts."""
