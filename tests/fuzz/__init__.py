"""All calls of the API by an OpenAPI fuzzer, with two accounts: ``python -m tests.fuzz`` (see __main__)."""
