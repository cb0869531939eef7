"""Views: a plan put into words and units for a screen, a list or a sheet. Nothing is worked out here."""
