/**
 * Density of dry air at the standard atmosphere's pressure and the actual temperature; humidity is left out (at most 1.5 % at 30 °C).
 * Source: ISO 2533, the standard atmosphere, up to 11 km; ρ = p ÷ (R·T).
 * @param p.altitudeM under 44,000; below 0 it lies under the sea's level   @param p.temperatureC over −273.15
 * @returns kg/m³
 * @example airDensityKgM3({ altitudeM: 0, temperatureC: 15 }) // => 1.225
 */
export function airDensityKgM3(p: { altitudeM: number; temperatureC: number }): number {
  return (101_325 * (1 - 2.25577e-5 * p.altitudeM) ** 5.25588) / (287.05 * (p.temperatureC + 273.15));
}
