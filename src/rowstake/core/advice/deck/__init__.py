"""Advice on decks: one file a rule, one entry each in `advice_deck.toml`."""
