"""Height of tide, stream and light at a mark through a day."""
