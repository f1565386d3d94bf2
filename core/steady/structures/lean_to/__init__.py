"""The lean-to: a sloping roof between a ledger on the house and a beam on posts."""
