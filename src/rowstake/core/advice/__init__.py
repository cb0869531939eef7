"""Advice: what is wrong with a plan, why, and ways out. Each trade keeps its rules, one file a rule, one catalogue entry each."""
