"""A kind of structure that lives in the tests alone: what it costs to add one, and proof that it goes all the way."""
