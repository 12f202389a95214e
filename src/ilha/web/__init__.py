"""Flask application: thin routes over core and store."""
