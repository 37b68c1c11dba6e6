"""How the house is put together: settings, addresses, the API root, the page, the demo."""
