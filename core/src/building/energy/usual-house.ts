import { ENERGY_FORMAT, SIDES, type Energy } from './types.ts';

/**
 * A small house to begin with. Its windows are double-glazed with a low-emissivity coating, the better ones triple-glazed;
 * a heat pump heats and cools. Prices and carbon of electricity are typical, invented for a first comparison.
 */
export const USUAL_ENERGY: Energy = {
  format: ENERGY_FORMAT,
  version: 1,
  name: 'House and energy',
  facades: SIDES.map((side) => ({
    side,
    area: 55,
    windows: side === 'south' ? 0.2 : side === 'north' ? 0.08 : 0.12,
  })),
  glazing: { u: 1.7, shgc: 0.3 },
  windowHeight: 1.4,
  better: { u: 1.0, shgc: 0.3, cost: 190 },
  heating: {
    fuel: 'heat-pump',
    efficiency: 2.6,
    price: 0.17,
    carbon: 0.37,
    below: 15,
    sunUsed: 0.75,
  },
  cooling: { efficiency: 3.5, price: 0.17, carbon: 0.37, above: 20, to: 24 },
  years: 30,
  discount: 0.03,
  rise: 0.01,
  uncertain: { cost: 0.15, energy: 0.3 },
};
