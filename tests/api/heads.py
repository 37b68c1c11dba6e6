"""A head of the scenario for the API's tests, and a photograph with everything in it."""

import io
from tempfile import TemporaryDirectory
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test.utils import override_settings
from django.utils import timezone
from PIL import Image

from .support import ApiTestCase


class HeadsTestCase(ApiTestCase):
    """With a head of the scenario, and a place of its own for pictures."""

    def setUp(self) -> None:
        """Pictures go where the test goes."""
        super().setUp()
        folder = self.enterContext(TemporaryDirectory())
        self.enterContext(override_settings(MEDIA_ROOT=folder))

    def put_wren(self, **answers: Any) -> int:
        """Wren, grown and oily; the id."""
        body = {"name": "Wren Halloway", "answers": {"birth_year": 1988, "scalp": "oily"} | answers}
        return self.call("POST", "/heads", body, 201)["id"]

    def put_ottoline(self) -> int:
        """Ottoline, a child with an eczema-prone scalp; the id."""
        answers = {"birth_year": timezone.now().year - 9, "adult": "Wren Halloway", "skin": ["eczema"]}
        return self.call("POST", "/heads", {"name": "Ottoline", "answers": answers}, 201)["id"]

    def stops(self, ask: dict[str, Any]) -> dict[str, bool]:
        """The stops of a rinse, and whether each can be passed."""
        cautions = self.call("POST", "/mix/jug", ask)["cautions"]
        return {c["id"]: c["overridable"] for c in cautions if c["level"] == "stop"}

    def send(self, pk: int, raw: bytes, status: int = 201) -> Any:
        """Send a picture."""
        response = self.client.post(
            f"/api/heads/{pk}/pictures",
            {"picture": SimpleUploadedFile("arm.jpg", raw)},
            headers={"X-CSRFToken": self.token},
        )
        self.assertEqual(response.status_code, status, response.content[:300])
        return response.json()


def photo(size: tuple[int, int] = (2400, 1200), kind: str = "JPEG") -> bytes:
    """A photograph with a place, a camera and a comment in it."""
    picture = Image.new("RGB", size, "#a65")
    exif = Image.Exif()
    exif[0x0110] = "Lockgate Camera 3"
    exif[0x0112] = 6  # turned on its side
    exif.get_ifd(0x8825)[1] = "N"
    out = io.BytesIO()
    picture.save(out, kind, exif=exif, **({"comment": b"by the canal"} if kind == "JPEG" else {}))
    return out.getvalue()
