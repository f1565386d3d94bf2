"""Modules of the core loaded as something else than stands in their files: with marks, or with a fault in them."""

import ast
import sys
from collections.abc import Callable, Mapping
from importlib.abc import MetaPathFinder
from importlib.machinery import ModuleSpec, PathFinder, SourceFileLoader
from pathlib import Path
from types import CodeType, ModuleType
from typing import Any

CORE = Path(__file__).parents[1]
OURS = ("steady", "tests")
Make = Callable[[str], str | ast.Module]
"""What a module's text is made into."""


class _Loader(SourceFileLoader):
    """Loads a module as it is made; what is kept compiled of its file is passed over."""

    def __init__(self, name: str, path: str, make: Make, names: Mapping[str, Any]) -> None:
        super().__init__(name, path)
        self._make, self._names = make, names

    def get_code(self, fullname: str) -> CodeType:
        """The code of what is made of its text."""
        return compile(self._make(self.get_data(self.path).decode()), self.path, "exec")

    def exec_module(self, module: ModuleType) -> None:
        """Runs it, with what it is given beside its own names."""
        vars(module).update(self._names)
        super().exec_module(module)


class _Finder(MetaPathFinder):
    def __init__(self, made: Mapping[str, Make], names: Mapping[str, Any]) -> None:
        self._made, self._names = made, names

    def find_spec(self, fullname: str, path: Any = None, target: Any = None) -> ModuleSpec | None:
        """Where a module that is made is loaded from; None: one that is not."""
        spec = PathFinder.find_spec(fullname, path, target) if fullname.startswith("steady.") else None
        make = self._made.get(str(spec.origin)) if spec else None
        if spec is None or make is None:
            return None
        spec.loader = _Loader(fullname, str(spec.origin), make, self._names)
        return spec


def loads(made: Mapping[str, Make], **names: Any) -> None:
    """From here on these files, named below the core, load as what is made of them, with these names in them.

    To be called before they are loaded, or after `forget`.
    """
    sys.meta_path.insert(0, _Finder({str(CORE / file): make for file, make in made.items()}, names))


def forget() -> None:
    """What is loaded of the core and its tests is loaded anew when it is asked for; what others wrote stays."""
    for name in list(sys.modules):
        if name.partition(".")[0] in OURS:
            del sys.modules[name]
