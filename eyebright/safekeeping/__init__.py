"""Safekeeping: the household whole, out and in; copies by themselves; what was removed; what is amiss.

It stands above all apps, and walks Django's registry of them.
"""
