import type { DocumentKind } from './kind.ts';
import { applyHouse, type HouseCommand, type ProjectHouse } from '../house/index.ts';
import { validateProjectHouse } from '../house/schema.ts';
import { measured, say } from '../../common/units/index.ts';
import type { Brief } from '../../physics/build-up/index.ts';

const many = (count: number, noun: string): string => `${count} ${noun}${count === 1 ? '' : 's'}`;

/** The walls of a house, seen from outdoors: lengths, openings, corners, and what they are built as. */
export const HOUSE: DocumentKind<ProjectHouse, HouseCommand, Brief> = {
  kind: 'house',
  label: 'house',
  version: 1,
  validate: (value) => validateProjectHouse(value),
  apply: applyHouse,
  references: ({ assemblies }) => ({
    documents: Object.values(assemblies).map((id) => ({ id })),
    materials: [],
    weather: [],
  }),
  summarize({ elevations }) {
    const length = elevations.reduce((sum, one) => sum + one.length, 0);
    const openings = elevations.reduce((sum, one) => sum + (one.openings?.length ?? 0), 0);
    return {
      judgment: null,
      basis: null,
      title: say`${many(elevations.length, 'wall')} of ${measured('elevation', length)}, ${many(openings, 'opening')}`,
      worst: null,
      figures: { elevations: elevations.length, length, openings },
      more: false,
    };
  },
  // What its assemblies are is in other documents: the page writes the file, with the walls in it.
  fileOf: (house) => house,
};
