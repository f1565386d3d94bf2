"""Bodies and answers of the API, a file a subject."""
