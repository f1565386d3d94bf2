"""Estimates and contracts: labour by what is moved and made, prices, taxes, payments, changes, orders, forecasts. Exact money."""
