"""The server: accounts, keeping, and the API. Every rule of the job lives in ``inkquilt``."""
