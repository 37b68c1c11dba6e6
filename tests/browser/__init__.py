"""The real interface, driven in headless Chromium under Django's runner."""
