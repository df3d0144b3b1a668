import {
  AIR_PERMEABILITY,
  BTU,
  BTU_INCH_CONDUCTIVITY,
  FAHRENHEIT_DEGREE,
  FOOT,
  INCH,
  PERM,
  POUND,
  SQUARE_FOOT,
  type UnitSystem,
} from '@eldrun/core/units';

/** How a figure of a material is typed: what it is called, and the way between the number typed and SI. */
export interface FormUnit {
  label: string;
  hint?: string;
  typed: (si: number) => number;
  si: (typed: number) => number;
}

const scaled = (label: string, factor: number, hint?: string): FormUnit => ({
  label,
  ...(hint === undefined ? {} : { hint }),
  typed: (si) => si / factor,
  si: (typed) => typed * factor,
});

/** Its own inverse: R per inch from W/(m·K), perm-inches from μ. */
const reciprocal = (label: string, product: number, hint?: string): FormUnit => ({
  label,
  ...(hint === undefined ? {} : { hint }),
  typed: (si) => product / si,
  si: (typed) => product / typed,
});

export interface FormUnits {
  conductivity: FormUnit;
  /** Mean temperature of a pair in a table of conductivities. */
  temperature: FormUnit;
  density: FormUnit;
  specificHeat: FormUnit;
  thicknesses: FormUnit;
  mu: FormUnit;
  permeance: FormUnit;
  gwp: FormUnit;
  costPerArea: FormUnit;
  costPerVolume: FormUnit;
}

/** The units in which a material is typed. */
export const FORM_UNITS: Record<UnitSystem, FormUnits> = {
  metric: {
    conductivity: scaled(
      'Conductivity, W/(m·K)',
      1,
      'one number, or by mean temperature: −10 0.031; 24 0.025',
    ),
    temperature: scaled('°C', 1),
    density: scaled('Density, kg/m³', 1),
    specificHeat: scaled('Specific heat, J/(kg·K)', 1),
    thicknesses: scaled('Sold as, mm', 1e-3, 'with commas between'),
    mu: scaled('μ, resistance factor', 1),
    permeance: scaled('Permeance of the layer, kg/(s·m²·Pa)', 1),
    gwp: scaled('Carbon, kg CO₂e per kg', 1),
    costPerArea: scaled('Price, USD per m²', 1),
    costPerVolume: scaled('Price, USD per m³', 1),
  },
  imperial: {
    conductivity: reciprocal(
      'R per inch',
      BTU_INCH_CONDUCTIVITY,
      'one number, or by mean temperature: 15 5.6; 75 6.5',
    ),
    temperature: {
      label: '°F',
      typed: (si) => si / FAHRENHEIT_DEGREE + 32,
      si: (typed) => (typed - 32) * FAHRENHEIT_DEGREE,
    },
    density: scaled('Density, lb/ft³', POUND / FOOT ** 3),
    specificHeat: scaled('Specific heat, Btu/(lb·°F)', BTU / (POUND * FAHRENHEIT_DEGREE)),
    thicknesses: scaled('Sold as, in.', INCH, 'with commas between'),
    mu: reciprocal('Permeability, perm-inches', AIR_PERMEABILITY / (PERM * INCH)),
    permeance: scaled('Permeance of the layer, perms', PERM),
    gwp: scaled('Carbon, lb CO₂e per lb', 1),
    costPerArea: scaled('Price, $ per ft²', 1 / SQUARE_FOOT),
    costPerVolume: scaled('Price, $ per ft³', 1 / FOOT ** 3),
  },
};
