"""Infills of a fence: one class each, which answers all that layouts, checks, drawings and texts ask of it."""
