import { openingPlan, saidOf, stackOf, type Details } from '../edges/index.ts';
import type { Trade } from '../../assembly/trade/index.ts';
import type { ElevationLayout } from '../layout/index.ts';
import { goodsNeed } from './sundries.ts';
import type { Packs } from './goods.ts';
import type { Need } from './types.ts';
import { mm } from './words.ts';

/** A return shallower than this takes no board, m. */
const LEAST = 0.02;

/** Boxes, bucks, return boards, jamb extensions and head flashings of one elevation, as deep as its layers make them. */
export function openingNeeds(
  { elevation, framing, parts }: ElevationLayout,
  details: Partial<Details>,
  trade: Trade,
  packs: Packs,
): Need[] {
  const stack = stackOf(parts.wall, details.controls?.[elevation.assembly], trade);
  return framing.openings.flatMap(({ id, kind, width, height }) => {
    const said = saidOf('jamb', details, details.openings?.[`${elevation.id}/${id}`]);
    const { carrier, flange, inner } = openingPlan(stack, said);
    const around = 2 * height + (kind === 'window' ? 2 : 1) * width;
    const needs: Need[] = [
      goodsNeed('head-flashing', 'over heads', width + 2 * trade('flashing-past'), packs),
    ];
    /** Of boards so deep, all around. */
    const deep = (goods: string, depth: number, net = around * depth): void => {
      if (depth > LEAST) needs.push(goodsNeed(goods, `${mm(depth)} mm deep`, net, packs));
    };
    if (carrier === 'box') deep('opening-box', flange);
    else deep('opening-extension', inner);
    if (carrier === 'buck') deep('opening-buck', flange - stack.sheathing, around);
    deep('opening-return', stack.total - flange);
    return needs;
  });
}
