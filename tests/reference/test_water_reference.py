"""Sea water against published check values and the reference library."""

from __future__ import annotations

import gsw
import numpy as np
import pytest

from ilha.core.errors import DomainError
from ilha.core.water.seawater import density, dynamic_viscosity, kinematic_viscosity


@pytest.mark.parametrize(
    ("salinity", "temperature", "published"),
    # UNESCO technical papers in marine science 44 (1983), EOS-80 check values, p = 0. EOS-80 and
    # TEOS-10 differ by less than 0.05 kg/m³ here: hence the tolerance.
    [(35.0, 5.0, 1027.675), (35.0, 25.0, 1023.343), (0.0, 5.0, 999.967)],
)
def test_density_against_unesco_44(salinity: float, temperature: float, published: float) -> None:
    assert float(density(temperature, salinity)) == pytest.approx(published, abs=0.05)


def test_density_against_conservative_temperature_in_gsw() -> None:
    # The same state by gsw's other road: conservative temperature and the 75-term rho.
    t, sp = np.meshgrid(np.linspace(0.0, 30.0, 7), np.linspace(20.0, 38.0, 5))
    sa = sp * 35.16504 / 35.0
    other = gsw.rho(sa, gsw.CT_from_t(sa, t, 0.0), 0.0)
    # IOC et al. (2010): the 75-term polynomial stays within 0.01 kg/m³ at the surface.
    assert np.abs(density(t, sp) - other).max() < 0.01


def test_viscosity_against_ittc() -> None:
    # ITTC recommended procedure 7.5-02-01-03 (2011), sea water of 35.16504 g/kg, 15 °C:
    # 1.1892e-6 m²/s, from memory to four digits.
    assert float(kinematic_viscosity(15.0, 35.0)) == pytest.approx(1.1892e-6, rel=5e-4)


def test_fresh_water_viscosity_is_the_handbooks() -> None:
    # CRC Handbook of Chemistry and Physics, water at 20 °C: 1.0016 mPa s; from memory. Sharqawy's
    # own fit states 0.05 %.
    assert float(dynamic_viscosity(20.0, 0.0)) == pytest.approx(1.0016e-3, rel=1e-3)


def test_scalar_equals_array() -> None:
    t = np.array([4.0, 18.0, 28.0])
    assert density(t, 35.0).tolist() == [float(density(x, 35.0)) for x in t]


@pytest.mark.parametrize("temperature", [-3.0, 41.0, np.nan, np.inf])
def test_out_of_range_raises_and_names_the_field(temperature: float) -> None:
    with pytest.raises(DomainError, match=r"`water\.temperature_c` must be"):
        density(temperature, 35.0)
