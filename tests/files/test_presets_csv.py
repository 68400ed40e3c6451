"""A chart of presets as CSV: whatever is written comes back, however a spreadsheet parts it."""

import csv
import io

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tithe.core.errors import InputError
from tithe.files.presets_csv import PresetRow, read, write

NUMBER = st.floats(-1e6, 1e6, allow_nan=False).map(lambda x: float(f"{x:.9g}"))
TEXT = st.text(st.characters(codec="utf-8", exclude_categories=("C", "Z")), max_size=30).map(
    lambda text: text.lstrip("'")
)
KNOBS = ("c1", "l", "c2")
ROW = st.builds(
    PresetRow,
    mhz=st.floats(0.1, 1e3).map(lambda x: float(f"{x:.9g}")),
    dials=st.fixed_dictionaries(dict.fromkeys(KNOBS, NUMBER)),
    swr=st.floats(1, 1e3).map(lambda x: max(1.0, float(f"{x:.9g}"))),
    date=TEXT,
    note=TEXT,
    form=st.sampled_from(["", "l-coil-then-shunt-c"]),
)


@given(st.lists(ROW, min_size=1, max_size=5))
def test_what_is_written_comes_back(rows):
    assert read(write(KNOBS, rows), KNOBS) == rows


@given(st.lists(ROW, min_size=1, max_size=3), st.sampled_from([";", "\t"]), st.permutations(range(6)))
def test_columns_in_any_order_parted_otherwise_with_decimal_commas(rows, parted, order):
    lines = list(csv.reader(io.StringIO(write(KNOBS, rows))))[:1]
    for row in rows:
        numbers = [f"{x:.10g}".replace(".", ",") for x in (row.mhz, *(row.dials[k] for k in KNOBS), row.swr)]
        lines.append([*numbers, "2026-05-01"])
    out = io.StringIO()
    writer = csv.writer(out, delimiter=parted)
    for line in lines:
        writer.writerow([line[n] for n in order])
    result = read("\ufeff" + out.getvalue(), KNOBS)
    assert [(item.mhz, item.dials, item.swr) for item in result] == [(r.mhz, r.dials, r.swr) for r in rows]
    assert {item.date for item in result} == {"2026-05-01"}


def test_no_note_is_taken_for_a_formula():
    row = PresetRow(7.1, dict.fromkeys(KNOBS, 1.0), 1.0, "", "=cmd|' /C calc'!A0", "")
    assert "'=cmd" in write(KNOBS, [row])
    assert read(write(KNOBS, [row]), KNOBS) == [row]


@pytest.mark.parametrize(
    "text", ["MHz,c1,l,c2\n7,1,1e999,3\n", "MHz,c1,l,c2\n7,1,0x10,3\n", "MHz,c1,l,c2\n7,1,,3\n"]
)
def test_what_is_no_number_is_named(text):
    with pytest.raises(InputError, match="not-a-number") as refused:
        read(text, KNOBS)
    assert refused.value.place == "line 2, l"


@pytest.mark.parametrize(
    "note",
    ["=1+1", "wet;=1+1", "rain\nthen =sun\n-5 °C", '"=x"', " \t@x", "＝1", "o'clock", "; 'quoted'", "a;b;c"],
)
def test_no_cell_is_a_formula_behind_any_separator_and_every_note_comes_back(note):
    row = PresetRow(7.1, {"c1": -3.0, "l": 2.0}, 1.2, "=2", note, "+form")
    text = write(("c1", "l"), [row, row])
    for separator in ",;":
        for cell in text.replace('"', "").split(separator):
            assert not cell.lstrip().startswith(("=", "@", "＝", "+")), cell
    again = read(text, ("c1", "l"))
    assert again == [PresetRow(7.1, {"c1": -3.0, "l": 2.0}, 1.2, "=2", note, "+form")] * 2
