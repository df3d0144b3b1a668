import type { DocumentKind } from './kind.ts';
import { applyEnergy, areasOf, type Energy, type EnergyCommand } from '../energy/index.ts';
import { validateEnergy } from '../energy/schema.ts';
import { measured, say } from '../../common/units/index.ts';
import type { Brief } from '../../physics/build-up/index.ts';

/** What the worth of walls and windows is computed with: sides, windows, shade, plant, prices of energy, years. */
export const ENERGY: DocumentKind<Energy, EnergyCommand, Brief> = {
  kind: 'energy',
  label: 'house and energy',
  version: 1,
  validate: (value) => validateEnergy(value),
  apply: applyEnergy,
  references: () => ({ documents: [], materials: [], weather: [] }),
  summarize(energy) {
    const { walls, windows } = areasOf(energy);
    return {
      judgment: null,
      basis: null,
      title: say`${measured('area', walls)} of wall, ${measured('area', windows)} of windows`,
      worst: null,
      figures: { walls, windows },
      more: false,
    };
  },
  fileOf: (energy) => energy,
};
