"""The client's plain modules, without a browser: each test file is run by node."""
