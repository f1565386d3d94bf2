"""Joints between the pieces of a structure: what they are made of, what they hold, and what each piece of them is."""
