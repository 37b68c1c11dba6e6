#!/usr/bin/env python
"""Django's command line, with Eyebright's settings."""

from eyebright.__main__ import main

if __name__ == "__main__":
    main()
