import { SAME, type Shell } from '../house/index.ts';
import { SOLD_LUMBER, type Trade } from '../../assembly/trade/index.ts';
import type { ElevationLayout } from '../layout/index.ts';
import { rolesOf, type Role } from '../../physics/materials/index.ts';
import { shellFill } from '../services/index.ts';
import {
  frameEnd,
  inMainFrame,
  shellSkin,
  type ResolvedLayer,
} from '../../physics/build-up/index.ts';
import { soldMaterial, type Packs } from './goods.ts';
import { spliced } from './stock.ts';
import { section } from './words.ts';
import type { Need } from './types.ts';

/** What a layer is in an order, by the first role of its material. */
const ROLE: Record<Role, string> = {
  'interior-finish': 'finish',
  'service-layer': 'battens',
  'vapor-control': 'vapor control',
  'cavity-insulation': 'cavity',
  structure: 'structure',
  sheathing: 'sheathing',
  'air-barrier': 'membrane',
  wrb: 'membrane',
  'continuous-insulation': 'insulation',
  drainage: 'drainage',
  furring: 'battens',
  cladding: 'cladding',
};

/** A framed layer deeper than this is a row of studs with plates, m. */
const STUDS = 0.06;

/**
 * What the layers take that are not laid out piece by piece: fills between members, and what lies inside the frame or
 * beside the layers that are laid out. By net area, with the waste of what is ordered so.
 *
 * @param shell of corrugated sheet, where the house stands in one
 */
export function byArea(layout: ElevationLayout, trade: Trade, packs: Packs, shell?: Shell): Need[] {
  const { parts } = layout;
  const { wall } = parts;
  const laid = new Set<ResolvedLayer | null>([
    parts.sheathing,
    parts.membrane?.layer ?? null,
    ...parts.boards,
    parts.furring,
    parts.mat,
    parts.cladding?.layer ?? null,
    // The shell comes as a whole.
    shellSkin(wall),
  ]);
  const flutes = shell !== undefined && shellSkin(wall) !== null;
  const outermost = wall.layers[frameEnd(wall)];
  return wall.layers.flatMap((layer) => {
    if (laid.has(layer)) return [];
    const main = inMainFrame(wall, layer);
    const upright = layer.member?.shape.direction !== 'horizontal';
    return [
      ...(layer.member && !main ? members(layer, layout, upright) : []),
      // In a shell the fill goes on into its flutes.
      ...fill(
        layer,
        layer.thickness + (flutes && layer === outermost ? shellFill(shell) : 0),
        layout,
        main && upright,
        trade,
        packs,
      ),
    ];
  });
}

function fill(
  { fill: material, fillId, member }: ResolvedLayer,
  thickness: number,
  { share }: ElevationLayout,
  counted: boolean,
  trade: Trade,
  packs: Packs,
): Need[] {
  if (!material || !fillId) return [];
  const wood = member ? (counted ? share.factor : member.clearShare) : 0;
  const net = share.area.net * Math.max(0, 1 - wood);
  const sold = soldMaterial(material, thickness, packs[fillId]);
  const waste = trade('waste-by-area');
  return [
    {
      role: ROLE[rolesOf(fillId, material)[0] ?? 'structure'],
      material: fillId,
      what: thicknessText(thickness),
      net,
      unit: 'm²',
      area: 1,
      volume: thickness,
      wall: share.area.net,
      order: sold ? { by: 'pack', ...sold, waste } : { by: 'pack', unit: 'm²', holds: 1, waste },
    },
  ];
}

const thicknessText = (thickness: number): string =>
  thickness < 0.003
    ? `${Number((thickness * 1000).toPrecision(3))} mm`
    : `${Math.round(thickness * 1000)} mm`;

/** Members of a frame that is not the main one: battens, and a second row of studs with its plates, by their spacing. */
function members(
  { member, source, thickness }: ResolvedLayer,
  { elevation, framing, share }: ElevationLayout,
  upright: boolean,
): Need[] {
  if (!member || source.kind !== 'framed') return [];
  const { shape } = member;
  const { outline } = framing;
  const stocks = SOLD_LUMBER.feet.filter((length) => length < 5);
  const longest = Math.max(...stocks);
  const { length } = elevation;
  const tall = Math.max(...outline.top.map(([, z]) => z));
  const marks = (over: number): number[] =>
    Array.from({ length: Math.floor(over / shape.spacing + SAME) + 1 }, (_, n) =>
      Math.min(over, n * shape.spacing),
    );
  const pieces = upright
    ? [
        ...marks(length).flatMap((x) => spliced(outline.topAt(x), longest)),
        ...(thickness > STUDS ? [...spliced(length, longest), ...spliced(length, longest)] : []),
      ]
    : marks(tall).flatMap(() => spliced(length, longest));
  const net = pieces.reduce((sum, piece) => sum + piece, 0);
  const wide = shape.section === 'c' ? shape.flange : shape.width;
  const across =
    shape.section === 'c' ? shape.web * (thickness + 2 * shape.flange) : wide * thickness;
  return [
    {
      role: 'battens',
      material: source.member.material,
      what: section(wide, thickness),
      net,
      unit: 'm',
      volume: across,
      wall: share.area.net,
      order: { by: 'length', pieces, stocks, unit: 'm' },
    },
  ];
}
