"""Small simulated services that ship with the application: each its own process, replaceable behind one interface."""
