"""Decks: shape, frame, footings and boards, laid out and counted."""
