"""Sketches out of pictures: scans and photographs of drawings and of finished pages.

``values``   what comes out of a picture, for those who do not look into it themselves
``opening``  a picture that came from anywhere, upright and bounded
``reading``  a drawing read; ``trace`` one piece of a finished page; ``things`` what lies on a plain sheet
"""
