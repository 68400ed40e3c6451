"""What is made of texts is kept by their size, the last one always."""

from tithe.files.remembered import remembered


def test_texts_are_kept_up_to_their_bytes_the_last_one_always():
    made = []

    def make(text, label=""):
        made.append(text[:1] + label)
        return len(text)

    kept = remembered(make, 100)
    for text, label in (("a" * 40, ""), ("b" * 40, ""), ("a" * 40, ""), ("a" * 40, "x"), ("b" * 40, "")):
        assert kept(text, label) == 40
    assert made == ["a", "b", "ax", "b"]  # b was asked for longest ago
    assert [kept("c" * 500), kept("c" * 500), kept("a" * 40, "")] == [500, 500, 40]
    assert made[4:] == ["c", "a"]
