"""The demo's one person and crew: made up, with no password to sign in by."""

DEMO_NAME = "demo"
DEMO_CREW = "Juniper Lane Builders"
