import type { DocumentKind } from './kind.ts';
import { applyDetails, type Details, type DetailsCommand } from '../edges/index.ts';
import { validateDetails } from '../edges/schema.ts';
import { say } from '../../common/units/index.ts';
import type { Brief } from '../../physics/build-up/index.ts';

/** How the edges of a house are made: windows, corners, base and top, what goes through. */
export const DETAILS: DocumentKind<Details, DetailsCommand, Brief> = {
  kind: 'details',
  label: 'edges',
  version: 1,
  validate: (value) => validateDetails(value),
  apply: applyDetails,
  references: () => ({ documents: [], materials: [], weather: [] }),
  summarize({ edges = [], openings = {}, penetrations = [] }) {
    const figures = {
      edges: edges.length,
      openings: Object.keys(openings).length,
      penetrations: penetrations.length,
    };
    return {
      judgment: null,
      basis: null,
      title: say`${figures.openings} openings of their own, ${figures.edges} edges added, ${figures.penetrations} penetrations`,
      worst: null,
      figures,
      more: false,
    };
  },
  // What its house is lies in other documents: the page writes the house file, with the edges in it.
  fileOf: (details) => details,
};
