import type { Plant } from './types.ts';

/** What a house may be heated with: typical figures, to be replaced by one's own. */
export interface Fuel extends Plant {
  id: string;
  name: string;
  /** What it is sold by, and kWh in one (higher heating value). */
  unit: string;
  kwh: number;
  source: string;
}

const EMISSIONS = 'EPA, Emission Factors for Greenhouse Gas Inventories (2024)';

/**
 * Fuels and plants. Contents and carbon of combustion are well known; efficiencies are those of usual new plants, prices
 * round demo figures in USD.
 */
export const FUELS: readonly Fuel[] = [
  {
    id: 'heat-pump',
    name: 'Electricity, heat pump',
    unit: 'kWh',
    kwh: 1,
    efficiency: 2.6,
    price: 0.17,
    carbon: 0.37,
    source: `${EMISSIONS}: US grid; seasonal performance in the cold, typical`,
  },
  {
    id: 'electric',
    name: 'Electricity, direct',
    unit: 'kWh',
    kwh: 1,
    efficiency: 1,
    price: 0.17,
    carbon: 0.37,
    source: `${EMISSIONS}: US grid`,
  },
  {
    id: 'gas',
    name: 'Natural gas',
    unit: 'therm',
    kwh: 29.307,
    efficiency: 0.92,
    price: 0.051,
    carbon: 0.181,
    source: EMISSIONS,
  },
  {
    id: 'oil',
    name: 'Heating oil',
    unit: 'gallon',
    kwh: 40.6,
    efficiency: 0.85,
    price: 0.096,
    carbon: 0.252,
    source: EMISSIONS,
  },
  {
    id: 'propane',
    name: 'Propane',
    unit: 'gallon',
    kwh: 26.8,
    efficiency: 0.92,
    price: 0.1,
    carbon: 0.215,
    source: EMISSIONS,
  },
  {
    id: 'pellets',
    name: 'Wood pellets',
    unit: 'ton',
    kwh: 4800,
    efficiency: 0.8,
    price: 0.069,
    carbon: 0.03,
    source: 'typical; carbon of the wood itself left out',
  },
];
