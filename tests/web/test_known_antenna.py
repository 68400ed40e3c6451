"""An antenna as it is known: by its own points, with what is missing, and refused where it is a plan."""

from datetime import date

import numpy as np
import pytest

from tests.said import refused
from tithe.answers.antenna.known import known
from tithe.document import station_file
from tithe.web.stations import demo

TODAY = date(2026, 12, 1)


def station(**antenna):
    document = demo.start("brackenfell-mill").model_dump(exclude_none=True)
    return station_file.validate(document | {"antenna": {"label": "mine", **antenna}}).to_core()


def test_a_table_is_read_at_its_own_points_and_no_further():
    points = [[7.0, 40, -30], [7.05, 45, -12], [7.1, 50, 0], [7.15, 56, 14], [7.2, 62, 33]]
    result = known(station(kind="table", points=points), 2.0, "", TODAY)
    assert "5 points" in result["source"]
    assert "80 m" in result["gaps"] and "40 m" not in result["gaps"]
    assert "80 m" in result["measure"]
    reading = result["look"]["reading"]
    assert (reading["low_mhz"], reading["high_mhz"]) == (7.0, 7.2)
    assert reading["dips"][0]["mhz"] == pytest.approx(7.1, abs=0.005)
    assert reading["dips"][0]["swr"] == pytest.approx(1.0, abs=0.02)
    forty = next(band for band in reading["bands"] if band["name"] == "40 m")
    z = np.array([complex(r, x) for _, r, x in points])
    rho = np.abs((z - 50) / (z + 50))
    ratio = (1 + rho) / (1 - rho)
    assert forty["swr_low"] == pytest.approx(ratio[0], rel=1e-6)
    assert forty["swr_high"] == pytest.approx(ratio[-1], rel=1e-6)


def test_by_its_swr_no_reactance_is_told():
    result = known(
        station(kind="swr", points=[[7.0, 2.2], [7.1, 1.4], [7.2, 2.0]], plane="radio"),
        2.0,
        "",
        date(2026, 12, 1),
    )
    assert "radio room" in result["source"] and "R and X" in result["measure"]
    assert result["look"]["reading"]["phase"] is False and result["look"]["reading"]["resonances"] == []


def test_a_resonator_is_told_to_be_a_model():
    result = known(station(kind="resonator", f0_mhz=7.1, r_ohm=60, q=12), 2.0, "", TODAY)
    assert "a model" in result["source"] and result["gaps"] == ""
    assert result["look"]["reading"]["resonances"][0]["mhz"] == pytest.approx(7.1, abs=0.01)


def test_a_plan_has_no_points():
    with refused("antenna: is planned or not described yet"):
        known(demo.start("sallow-croft").to_core(), 2.0, "", TODAY)


def test_how_old_it_is_is_told_where_it_is_noted():
    points = [[7.0, 50, -10], [7.2, 50, 10]]
    for measured, said in (
        ("", "not noted"),
        ("soon", "not noted"),
        ("2026-11-30", "1 day ago"),
        ("2026-05-24", "6 months ago"),
        ("2027-01-01", "still to come"),
    ):
        assert said in known(station(kind="table", points=points), 2.0, measured, TODAY)["age"]
