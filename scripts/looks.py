"""The front end's looks, made from the core's table: colours by day and night, layers, words, hatches."""

from __future__ import annotations

import json

from sabaka_core.kit.looks import LabelLook, Look, colours, hatches, looks, words

_NOTE = "/* Generated from sabaka_core/data/looks.toml by `make schema`; don't edit by hand. */"
# What the component library calls our colours.
_TOKENS = {
    "base-100": "paper",
    "base-200": "sheet",
    "base-300": "ground",
    "base-content": "ink",
    "primary": "blue",
    "secondary": "soft",
    "accent": "green",
    "neutral": "ink",
    "info": "blue",
    "success": "green",
    "warning": "blue",
    "error": "red",
    **{
        f"{each}-content": "on-colour"
        for each in ("primary", "secondary", "accent", "neutral", "info", "success", "warning", "error")
    },
}
_SHAPES = {
    "radius-selector": "0.125rem",
    "radius-field": "0.1875rem",
    "radius-box": "0.25rem",
    "border": "1px",
    "depth": "0",
    "noise": "0",
}


def looks_css() -> str:
    """Themes of the component library, the drawings' colours, and a class for each layer."""
    return "\n".join(
        [
            _NOTE,
            *_theme("sheet", "light", night=False),
            *_theme("night", "dark", night=True),
            *_variables(':root, [data-theme="sheet"]', night=False),
            *_variables('[data-theme="night"]', night=True),
            *(f".layer-{name} {{ {_layer(look)} }}" for name, look in looks().items()),
            *(f".label-{name} {{ {_label(look)} }}" for name, look in words().items()),
            "",
        ]
    )


def hatches_json() -> str:
    """The hatches as the screen makes patterns of them."""
    rows = {name: hatch.model_dump(mode="json") for name, hatch in hatches().items()}
    return json.dumps(rows, indent=2) + "\n"


def _theme(name: str, scheme: str, night: bool) -> list[str]:
    return [
        '@plugin "daisyui/theme" {',
        f'  name: "{name}";',
        f"  default: {'false' if night else 'true'};",
        f"  color-scheme: {scheme};",
        *(f"  --color-{token}: {_hex(colour, night)};" for token, colour in _TOKENS.items()),
        *(f"  --{key}: {value};" for key, value in _SHAPES.items()),
        "}",
    ]


def _variables(of: str, night: bool) -> list[str]:
    return [f"{of} {{", *(f"  --{name}: {_hex(name, night)};" for name in colours()), "}"]


def _hex(name: str, night: bool) -> str:
    colour = colours()[name]
    return colour.night if night else colour.day


def _layer(look: Look) -> str:
    fill = f"url(#{look.hatch})" if look.hatch else f"var(--{look.fill})" if look.fill else "none"
    parts = [f"fill: {fill};", f"stroke: {f'var(--{look.stroke})' if look.stroke else 'none'};"]
    parts.append(f"stroke-width: {look.width:g};")
    if look.dash:
        parts.append(f"stroke-dasharray: {' '.join(f'{each:g}' for each in look.dash)};")
    if look.opacity != 1.0:
        parts.append(f"opacity: {look.opacity:g};")
    return " ".join(parts)


def _label(look: LabelLook) -> str:
    parts = [f"fill: var(--{look.colour});", f"font-size: {look.size:g}px;"]
    if look.serif:
        parts.append("font-family: var(--font-serif); font-weight: 560;")
    if look.halo:
        parts.append(
            f"paint-order: stroke; stroke: var(--paper); stroke-width: {look.halo:g}px; stroke-linejoin: round;"
        )
    return " ".join(parts)
