"""Project boxes: what is set aside together for the next pages."""
