import type { Elevation } from '../house/index.ts';
import type { Trade } from '../../assembly/trade/index.ts';
import { LIBRARY, type Material } from '../../physics/materials/index.ts';
import type { ResolvedLayer } from '../../physics/build-up/index.ts';
import { netArea } from './areas.ts';
import type { GraphStep } from './graph.ts';
import type { StepFamily } from './types.ts';

/** Crews where a site names none, people. */
export const USUAL_CREWS: Readonly<Record<string, number>> = {
  framing: 3,
  siding: 2,
  windows: 2,
  services: 2,
  insulation: 2,
  finish: 2,
  testing: 1,
};

/** Who does a kind of step, the first of them that a site names. */
const TRADES: Record<StepFamily, readonly string[]> = {
  framing: ['framing'],
  'racking-inside': ['framing'],
  sheathing: ['sheathing', 'framing'],
  membrane: ['membrane', 'siding', 'framing'],
  windows: ['windows', 'siding', 'framing'],
  insulation: ['outside-insulation', 'siding', 'framing'],
  furring: ['furring', 'siding', 'framing'],
  cladding: ['cladding', 'siding', 'framing'],
  services: ['services', 'electrical', 'framing'],
  'cavity-fill': ['insulation', 'framing'],
  'air-barrier-inside': ['air-sealing', 'insulation', 'framing'],
  'airtightness-test': ['testing', 'insulation', 'framing'],
  'inner-finish': ['finish', 'drywall', 'framing'],
};

/** The crew of a kind of step: a trade that the site names, else whichever crew it names first. */
export function crewOf(family: StepFamily, crews: Readonly<Record<string, number>>): string {
  return (
    TRADES[family].find((name) => Object.hasOwn(crews, name)) ?? Object.keys(crews)[0] ?? 'framing'
  );
}

/** Minutes of work at a square meter, where nobody says how long a material takes. */
const UNKNOWN_MINUTES = 8;

/**
 * Hours of work of a step.
 *
 * @param step its layers by the labor figures of their materials, over the wall less its openings; windows, services and
 *   tests by the figures of the trade
 */
export function hoursOf(
  { family, layers }: Pick<GraphStep, 'family' | 'layers'>,
  elevation: Elevation,
  trade: Trade,
): number {
  const area = netArea(elevation);
  switch (family) {
    case 'windows':
      return (elevation.openings ?? []).reduce(
        (sum, { kind }) => sum + trade(kind === 'door' ? 'site-door-hours' : 'site-window-hours'),
        0,
      );
    case 'services':
      return (
        (area * trade('site-services-minutes') +
          (elevation.services ?? []).length * trade('box-sealing')) /
        60
      );
    case 'airtightness-test':
      return trade('site-test-hours');
    default: {
      const minutes = layers.reduce((sum, layer) => sum + layerMinutes(layer, family), 0);
      return (minutes * area) / 60;
    }
  }
}

function layerMinutes({ member, source, fill, fillId }: ResolvedLayer, family: StepFamily): number {
  const wood =
    member && source.kind === 'framed' ? minutesOf(source.member.material, member.material) : 0;
  if (family === 'framing') return wood;
  const filled = fill && fillId ? minutesOf(fillId, fill) : 0;
  return family === 'cavity-fill' ? filled : wood + filled;
}

const minutesOf = (id: string, material: Material): number =>
  material.installMinutesPerM2 ??
  (Object.hasOwn(LIBRARY, id) ? LIBRARY[id]!.installMinutesPerM2 : undefined) ??
  UNKNOWN_MINUTES;
