"""Weights and volumes as people of the job's unit know them, with the packs' own unit beside."""

from pennant.core.document.lengths import Units

KG_PER_POUND = 0.45359237
LITRES_PER_QUART = 0.946352946
SQUARE_FEET = 10.7639
"""In a square metre."""
OUNCES = 16
"""In a pound."""
FLUID_OUNCES = 32
"""In a quart."""


def weight(kg: float, units: Units) -> str:
    """Return a weight: kilograms or grams; in an inch job pounds or ounces first.

    >>> weight(11.8, "mm"), weight(0.86, "mm"), weight(11.8, "in"), weight(0.2, "in")
    ('11.8 kg', '860 g', '26 lb (11.8 kg)', '7 oz (200 g)')
    >>> weight(0.997, "mm"), weight(0.45, "in")
    ('1.0 kg', '1.0 lb (450 g)')
    """
    metric = f"{kg:.1f} kg" if kg >= 0.995 else f"{round(kg * 100) * 10} g"
    if units == "mm":
        return metric
    pounds = kg / KG_PER_POUND
    if pounds >= 10:
        return f"{pounds:.0f} lb ({metric})"
    ounces = round(pounds * OUNCES)
    return f"{pounds:.1f} lb ({metric})" if ounces >= OUNCES else f"{ounces} oz ({metric})"


def volume(litres: float, units: Units) -> str:
    """Return a volume: litres or millilitres; in an inch job quarts or fluid ounces first.

    >>> volume(3.2, "mm"), volume(0.24, "mm"), volume(3.2, "in"), volume(0.24, "in")
    ('3.2 litres', '240 ml', '3.4 quarts (3.2 litres)', '8 fl oz (240 ml)')
    """
    metric = f"{litres:.1f} litres" if litres >= 0.995 else f"{max(round(litres * 100), 1) * 10} ml"
    if units == "mm":
        return metric
    quarts = litres / LITRES_PER_QUART
    if quarts >= 1:
        return f"{quarts:.1f} quarts ({metric})"
    ounces = quarts * FLUID_OUNCES
    return f"{ounces:.0f} fl oz ({metric})" if ounces >= 0.5 else f"under 1 fl oz ({metric})"


def by_area(kg: float, units: Units) -> str:
    """Say what a square metre weighs (kg), in a job of inches by the square foot first.

    >>> by_area(21, "in"), by_area(21, "mm")
    ('4.3 lb a square foot (21 kg/m²)', '21 kg a square metre')
    """
    if units == "in":
        pounds = kg / KG_PER_POUND / SQUARE_FEET
        return f"{pounds:.1f} lb a square foot ({kg:g} kg/m²)"
    return f"{kg:g} kg a square metre"
