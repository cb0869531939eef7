"""A deck's plan put into words and units."""
