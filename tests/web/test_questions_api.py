"""The questions over the API."""

import pytest

from tests.web.test_stations_api import send

pytestmark = pytest.mark.django_db


def test_every_question_that_is_listed_is_answered(client, mill):
    listed = client.get("/api/schools").json()
    assert len(listed) == 9
    for item in listed:
        answer = send(client, "post", f"/api/schools/{item['slug']}", {"document": mill, "mhz": 14.2}).json()
        assert answer["title"] == item["title"]
        assert answer["holds"]


def test_a_question_that_there_is_not_and_a_frequency_without_data_are_refused(client, mill):
    for slug, mhz, place in (("which", 14.2, "question"), ("counting", 1.0, "antenna")):
        response = send(client, "post", f"/api/schools/{slug}", {"document": mill, "mhz": mhz})
        assert response.status_code == 422
        assert response.json()["errors"][0]["place"] == place
