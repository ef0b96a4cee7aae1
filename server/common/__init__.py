"""What all apps share: owned records, errors of the API, JSON bodies."""
