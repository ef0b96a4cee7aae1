"""A photograph of a page that lies on the table, compared with how it was planned: analysis by synthesis.

``plan``      the plan, painted piece by piece
``straight``  how the page lies in the picture
``scene``     one piece in its part of the page, and what its places cost
``looking``   every piece looked for, and how each lies
"""

from __future__ import annotations

from typing import Final

import cv2

from inkquilt.assembly.things import AssemblyPage
from inkquilt.sketch.model import Size
from inkquilt_io.on_table.looking import Looked
from inkquilt_io.on_table.plan import FAR, NEAR, Plan
from inkquilt_io.on_table.straight import straight_size, straightening
from inkquilt_io.painting.layers import PaintedPage
from inkquilt_io.picture.opening import opened
from inkquilt_io.picture.values import DryFitRead, refuse

#: The picture is opened at so many pixels on its longer side, and kept at this quality.
_OPENED_AT: Final = 2400
_QUALITY: Final = 86


def read_dry_fit(content: bytes, painted: PaintedPage, page: AssemblyPage) -> DryFitRead:
    """Compare a photograph with the plan. Raises ``PictureFaults`` where no page is found in it."""
    picture = opened(content, _OPENED_AT)
    size = Size(page.width, page.height)
    plans = {scale: Plan.of(painted, page, scale) for scale in (FAR, NEAR)}
    matrix = straightening(picture, size, plans)
    if matrix is None:
        raise refuse(
            "no-page", "No page stands out in this picture: lay it on a table of another colour, all of it in."
        )
    wide = straight_size(size)
    shown = cv2.warpPerspective(picture, matrix, wide, flags=cv2.INTER_AREA, borderMode=cv2.BORDER_REPLICATE)
    looked = Looked(page, plans, shown)
    correction = looked.shared_shift()
    if correction is not None:
        matrix = correction @ matrix
        shown = cv2.warpPerspective(picture, matrix, wide, flags=cv2.INTER_AREA, borderMode=cv2.BORDER_REPLICATE)
        looked = Looked(page, plans, shown)
    seen = looked.differences()
    done, jpeg = cv2.imencode(".jpg", shown, [cv2.IMWRITE_JPEG_QUALITY, _QUALITY])
    if not done:
        raise refuse("not-kept", "The straightened picture could not be written.")
    return DryFitRead(jpeg.tobytes(), seen)


__all__ = ["DryFitRead", "read_dry_fit"]
