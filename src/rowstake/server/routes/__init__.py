"""Routers, one a noun; each only reads the request, calls the core or the store, and answers."""
