import type { Shell } from '../house/index.ts';
import type { Trade } from '../../assembly/trade/index.ts';
import type { ElevationLayout } from '../layout/index.ts';
import { INLET_GOODS, type Inlet } from '../edges/index.ts';
import { checkServices, fluteBlocks } from '../services/index.ts';
import { shellSkin } from '../../physics/build-up/index.ts';
import { GOODS, type Packs } from './goods.ts';
import type { Need } from './types.ts';

/** What is bought besides the layers, in packs. */
export function goodsNeed(id: string, what: string, net: number, packs: Packs): Need {
  const { unit, of, holds } = GOODS[id]!;
  return {
    role: id,
    material: id,
    what,
    net,
    unit: of,
    wall: 0,
    order: { by: 'pack', unit, holds: packs[id] ?? holds },
  };
}

/**
 * Tapes, sealant, pans, gasket, screens, starter and trim of one elevation: along its plates and around its openings.
 *
 * @param packs what a roll, a tube or a box holds where the order says it
 * @param inlet how the inlet of the gap is kept
 * @param shell of corrugated sheet, where the house stands in one
 */
export function sundries(
  layout: ElevationLayout,
  trade: Trade,
  packs: Packs,
  inlet: Inlet,
  shell?: Shell,
): Need[] {
  const { framing, parts, cladding, elevation } = layout;
  const { outline, openings, plates } = framing;
  const past = trade('flashing-past');
  const along = plates.reduce((sum, { from, to }) => sum + to - from, 0);
  const total = (of: (opening: (typeof openings)[number]) => number): number =>
    openings.reduce((sum, opening) => sum + of(opening), 0);
  const sill = ({ kind, width }: (typeof openings)[number]): number =>
    kind === 'door' ? 0 : width;
  const needs: Need[] = [];
  const add = (id: string, what: string, net: number): void => {
    if (net > 0) needs.push(goodsNeed(id, what, net, packs));
  };
  add('sill-gasket', 'under the bottom plate', along);
  add(
    'flashing-tape',
    'sills, jambs, heads',
    total(({ width, height }) => 2 * width + 4 * past + 2 * height + 2 * past),
  );
  add('sill-pan', 'one an opening', openings.length);
  add(
    'sealant',
    'plate, behind flanges, around frames indoors',
    along + total((one) => 4 * one.height + 2 * one.width + 2 * sill(one)),
  );
  const { plates: shields, straps } = checkServices(layout, trade);
  add('protection-plate', 'over holes near a face', shields);
  add('plate-strap', 'over cut top plates', straps);
  if (shell && shellSkin(parts.wall))
    add(
      'flute-block',
      'behind studs over no trough',
      fluteBlocks(layout, shell, trade('shell-blocking')).blocks,
    );
  if (!parts.cladding) return needs;
  const { kind } = parts.cladding;
  // Below and above, over heads and under sills the gap is open.
  const screen = INLET_GOODS[inlet];
  if (layout.strips.length > 0 && screen !== null)
    add(screen, 'openings of the gap', along + elevation.length + total((o) => o.width + sill(o)));
  if (cladding.courses.length > 0) add('starter-strip', 'under the first course', along);
  if (kind === 'courses' || kind === 'panels' || kind === 'boards')
    add(
      'trim-board',
      'corners and openings',
      outline.topAt(0) +
        outline.topAt(elevation.length) +
        total((one) => 2 * one.height + one.width + sill(one)),
    );
  return needs;
}
