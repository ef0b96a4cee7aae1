"""Made-up sample data: sketches, and a script that draws the photos."""
