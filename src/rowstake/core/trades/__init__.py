"""One package a trade; each gives a `TRADE` and is found by it."""
