import { isLooseWrap } from '../../physics/build-up/index.ts';
import type { Elevation } from '../house/index.ts';
import { INLET_PARTS, type Inlet } from '../edges/index.ts';
import type { GraphStep } from './graph.ts';
import type { LeaveBehind } from './types.ts';

/**
 * What goes in before it becomes unreachable, by the step that shuts it off.
 *
 * @param steps of the elevation
 * @param inlet of the gap behind its cladding
 */
export function leaveBehinds(
  elevation: Elevation,
  steps: readonly GraphStep[],
  inlet: Inlet,
): LeaveBehind[] {
  const one = (family: string): GraphStep | undefined =>
    steps.find((step) => step.family === family);
  const membrane = one('membrane');
  // What sticks all over or is sprayed on has no flaps and no loose ends.
  const wrap = membrane?.layers.some(isLooseWrap) ? membrane : undefined;
  const inside = one('air-barrier-inside');
  const framing = one('framing');
  const outside = steps.filter(({ family }) =>
    ['sheathing', 'membrane', 'insulation', 'furring', 'cladding'].includes(family),
  );
  const left: LeaveBehind[] = [];
  const put = (before: GraphStep | undefined, what: string): void => {
    if (before) left.push({ before: before.id, what });
  };
  if (inside) {
    put(
      framing,
      'A strip of the inner air barrier under the bottom plate and over the top plates, wide enough to lap',
    );
    if (elevation.intersections?.length)
      put(framing, 'A strip of the inner air barrier behind each partition before it is set');
  }
  put(framing, 'Sealant or gasket under the bottom plate');
  put(outside[0], 'Bottom flashing and termite or splash detail, where the base is covered');
  if (elevation.openings?.length && wrap) {
    const cover = outside.find(
      ({ family }, n) => n > outside.indexOf(wrap) && family !== 'membrane',
    );
    put(
      one('windows'),
      'The membrane’s flap over each head, folded up and taped out of the way until the window is flashed',
    );
    put(
      cover,
      'Head flaps folded down over the flashing and taped, the lower courses’ free edges left to lap',
    );
  }
  if (elevation.ends && wrap)
    put(
      outside[outside.indexOf(wrap) + 1],
      'Loose ends of the membrane around both corners, for the next side to lap',
    );
  put(
    outside.find(({ family }) => family === 'insulation') ?? one('cladding'),
    'Sleeves for pipes, vents and wires that come later, pitched outward and flashed',
  );
  if (one('furring')) {
    put(one('furring'), 'Blocks for lights, hose bibs, shutters and stairs, screwed to the studs');
    const part = INLET_PARTS[inlet];
    if (part) put(one('cladding'), part);
    put(one('cladding'), 'Head flashing over openings');
  }
  put(
    one('cavity-fill') ?? inside ?? one('inner-finish'),
    'Blocking for cabinets, rails and heavy things; boxes and sleeves for wires to come',
  );
  return left;
}
