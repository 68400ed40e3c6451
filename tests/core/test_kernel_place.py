"""What was compiled is found by a Tithe that stands elsewhere, as long as its kernels are the same."""

import os
import shutil
import subprocess
import sys
from pathlib import Path

import tithe

_CALL = """
import numpy as np
from tithe.core import compiled
from tithe.core.kernel import crest
compiled._load()
one = np.ones(1)
crest.highest(one, one, one.astype(complex), one, one, one)
print(crest.__file__, sum(crest.highest.stats.cache_misses.values()))
"""


def compiled_in(checkout: Path, home: Path) -> int:
    """How many kernels were compiled for one call in the Tithe that stands there."""
    env = {**os.environ, "HOME": str(home), "NUMBA_CACHE_DIR": "", "PYTHONPATH": str(checkout)}
    done = subprocess.run(
        [sys.executable, "-c", _CALL], cwd=checkout, env=env, capture_output=True, text=True, check=True
    )
    place, missed = done.stdout.split()
    assert Path(place).is_relative_to(checkout)
    return int(missed)


def test_another_checkout_finds_what_was_compiled_until_its_kernels_differ(tmp_path):
    core = Path(tithe.__file__).parent / "core"
    first, second = tmp_path / "first", tmp_path / "second"
    for checkout in (first, second):
        shutil.copytree(core, checkout / "tithe" / "core", ignore=shutil.ignore_patterns("__pycache__"))
        (checkout / "tithe" / "__init__.py").touch()
    assert compiled_in(first, tmp_path) == 1
    assert compiled_in(second, tmp_path) == 0
    kernel = second / "tithe/core/kernel/crest.py"
    kernel.write_text(kernel.read_text("utf-8") + "\n", "utf-8")
    assert compiled_in(second, tmp_path) == 1
