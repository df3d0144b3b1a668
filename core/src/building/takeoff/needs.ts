import type { Inlet } from '../edges/index.ts';
import { SAME, type House } from '../house/index.ts';
import { sameSpacing } from '../../assembly/framing/index.ts';
import { SOLD_LUMBER, type Trade } from '../../assembly/trade/index.ts';
import {
  cutList,
  rollOf,
  SHEET,
  stripWidth,
  totalArea,
  without,
  type ElevationLayout,
  type SheetPart,
} from '../layout/index.ts';
import type { ResolvedLayer } from '../../physics/build-up/index.ts';
import { goodsNeed, sundries } from './sundries.ts';
import { byArea } from './by-area.ts';
import { spliced } from './stock.ts';
import type { Packs } from './goods.ts';
import type { Need, Order } from './types.ts';
import { mm, section } from './words.ts';

/** Of a house what its takeoff goes by: waste, sizes and trade figures. */
export type BuiltHouse = Omit<
  House<unknown>,
  'format' | 'version' | 'name' | 'assemblies' | 'elevations'
>;

/** Spacings that come from feet: lumber is then sold in feet, m. */
const IN_FEET = [0.3048, 0.4064, 0.4877, 0.6096];

/**
 * What one elevation takes, layer by layer, before it is ordered.
 *
 * @param packs what a bag, a roll or a box holds where the order says it
 * @param inlet how the inlet of the gap is kept
 */
export function needsOf(
  layout: ElevationLayout,
  house: BuiltHouse,
  trade: Trade,
  packs: Packs,
  inlet: Inlet,
): Need[] {
  return [
    ...lumber(layout),
    ...sheathing(layout, house),
    ...membrane(layout, house, trade, packs),
    ...boards(layout, house),
    ...furring(layout, house),
    ...drainage(layout),
    ...cladding(layout, house),
    ...byArea(layout, trade, packs, house.shell),
    ...sundries(layout, trade, packs, inlet, house.shell),
    ...layout.fasteners.map(({ what, goods, count }) => ({
      ...goodsNeed(goods, what, count, packs),
      role: 'fasteners',
    })),
  ];
}

/** Lumber by what it is of and its section; what is special only where studs stand free. */
function lumber({ parts, framing, share }: ElevationLayout): Need[] {
  const { frame } = parts;
  if (!frame) return [];
  const stocks = IN_FEET.some((spacing) => sameSpacing(spacing, frame.spacing))
    ? SOLD_LUMBER.feet
    : SOLD_LUMBER.metres;
  const longest = Math.max(...stocks.filter((length) => length < 5));
  const found = new Map<string, Need & { order: Extract<Order, { by: 'length' }> }>();
  const plies = new Map<string, number>();
  for (const { member, material, across, deep, length } of cutList(frame, framing)) {
    const what = section(across, deep);
    const key = `${material} ${what}`;
    let need = found.get(key);
    if (!need) {
      need = {
        role: 'framing',
        material,
        what,
        net: 0,
        unit: 'm',
        ...volumeOf(parts, material, across * deep),
        wall: 0,
        order: { by: 'length', pieces: [], stocks, unit: 'm' },
      };
      found.set(key, need);
    }
    const { kind, x, plies: count } = member;
    const isPlate = kind === 'bottomPlate' || kind === 'topPlate';
    // Splices of plates over one another lie 4 ft apart.
    const ply = isPlate ? (plies.get(`${kind} ${x}`) ?? 0) : 0;
    if (isPlate) plies.set(`${kind} ${x}`, ply + 1);
    const pieces = isPlate ? spliced(length, longest, (ply % 2) * 1.2192) : [length];
    for (let n = 0; n < count; n++) need.order.pieces.push(...pieces);
    need.net += length * count;
  }
  // The wall is shared among its sections by their lengths.
  const all = [...found.values()].reduce((sum, { net }) => sum + net, 0);
  return [...found.values()].map((need) => ({ ...need, wall: (share.area.net * need.net) / all }));
}

/** m³ in a metre of lumber; of steel its sheet's, of studs that are made up of several parts none. */
function volumeOf(
  { frame, wall }: ElevationLayout['parts'],
  material: string,
  solid: number,
): { volume?: number } {
  if (frame!.special && material === frame!.studs && frame!.studs !== frame!.lumber) return {};
  if (!frame!.steel) return { volume: solid };
  const shape = wall.layers.find(({ member }) => member?.frame === wall.mainFrame)?.member?.shape;
  if (shape?.section !== 'c') return {};
  const { web, flange, lip = 0 } = shape;
  return {
    volume: web * (frame!.depth + 2 * (flange - web) + 2 * Math.max(0, lip - web)),
  };
}

/** Bounding boxes of sheets as they are cut. */
function boxes(parts: readonly SheetPart[]): { width: number; height: number }[] {
  const found = new Map<number, { x: number; z: number; right: number; top: number }>();
  for (const { sheet, x, z, width, height } of parts) {
    const box = found.get(sheet) ?? { x, z, right: x, top: z };
    found.set(sheet, {
      x: Math.min(box.x, x),
      z: Math.min(box.z, z),
      right: Math.max(box.right, x + width),
      top: Math.max(box.top, z + height),
    });
  }
  return [...found.values()].map(({ x, z, right, top }) => ({ width: right - x, height: top - z }));
}

function sheetNeed(
  role: string,
  layer: ResolvedLayer,
  parts: readonly SheetPart[],
  wall: number,
  { width, length, lying = false }: { width: number; length: number; lying?: boolean },
): Need[] {
  if (parts.length === 0) return [];
  return [
    {
      role,
      material: layer.fillId!,
      what: `${width.toFixed(2)} × ${length.toFixed(2)} m`,
      net: totalArea(parts),
      unit: 'm²',
      area: 1,
      volume: layer.thickness,
      wall,
      order: {
        by: 'sheet',
        pieces: boxes(parts),
        width: lying ? length : width,
        height: lying ? width : length,
      },
    },
  ];
}

const sheathing = (
  { parts, sheathing: laid, share }: ElevationLayout,
  { sheets }: BuiltHouse,
): Need[] =>
  parts.sheathing
    ? sheetNeed('sheathing', parts.sheathing, laid, share.area.net, {
        ...SHEET,
        ...sheets?.sheathing,
      })
    : [];

function boards({ parts, boards: layers, share }: ElevationLayout, { sheets }: BuiltHouse): Need[] {
  return layers.flatMap((laid, n) => {
    const layer = parts.boards[Math.min(n, parts.boards.length - 1)]!;
    const thickness = parts.boards.length === layers.length ? ` ${mm(layer.thickness)} mm,` : '';
    const size = { ...SHEET, ...sheets?.outside?.[n] };
    return sheetNeed('insulation', layer, laid, share.area.net, size).map((need) => ({
      ...need,
      what: `${thickness} ${need.what}`.trim(),
    }));
  });
}

function membrane(
  { parts, membrane: laid, framing, sheathing: sheets, joints, share }: ElevationLayout,
  house: BuiltHouse,
  trade: Trade,
  packs: Packs,
): Need[] {
  if (!parts.membrane || laid.length === 0) return [];
  const { layer, kind } = parts.membrane;
  const material = layer.fillId!;
  const wall = share.area.net;
  const openings = framing.openings.map(({ x, sill, width, height }) => ({
    x,
    z: sill,
    width,
    height,
  }));
  const covered =
    sheets.length > 0
      ? totalArea(sheets)
      : totalArea(without({ ...laid[0]!, height: framing.outline.topAt(0) }, openings));
  const around = openings.reduce((sum, { width, height }) => sum + 2 * (width + height), 0);
  if (kind === 'liquid') {
    const wet = layer.thickness / trade('liquid-solids');
    const along = joints.reduce((sum, { from, to }) => sum + to - from, 0);
    return [
      {
        role: 'membrane',
        material,
        what: `wet film ${(wet * 1000).toFixed(2)} mm`,
        net: covered * wet * 1000,
        unit: 'L',
        // A litre covers so much at that film, and so much of it stays.
        area: 1 / (wet * 1000),
        volume: layer.thickness / (wet * 1000),
        wall,
        order: { by: 'amount', unit: 'L', whole: true },
      },
      {
        ...goodsNeed(
          'joint-treatment',
          `${mm(trade('liquid-joint'))} mm wide`,
          along + around,
          packs,
        ),
        role: 'joint treatment',
      },
    ];
  }
  const roll = rollOf(house, parts, trade);
  const courses = laid.map(({ width }) => width + trade('wrap-corner'));
  const splices = courses.reduce((sum, length) => sum + Math.floor(length / roll.length), 0);
  const laps =
    laid.slice(1).reduce((sum, { width }) => sum + width, 0) +
    splices * roll.width +
    (laid[0]?.height ?? 0);
  return [
    {
      role: 'membrane',
      material,
      what: `${roll.width.toFixed(2)} × ${roll.length.toFixed(2)} m`,
      net: covered,
      unit: 'm²',
      area: 1,
      volume: layer.thickness,
      wall,
      order: {
        by: 'roll',
        length: courses.reduce((sum, length) => sum + length, 0) + splices * roll.verticalLap,
        rollLength: roll.length,
        rollArea: roll.width * roll.length,
      },
    },
    kind === 'wrap'
      ? goodsNeed('tape', 'laps and openings', laps + around, packs)
      : goodsNeed('primer', 'under the membrane', covered / trade('primer-spread'), packs),
  ];
}

function furring({ parts, strips, share }: ElevationLayout, house: BuiltHouse): Need[] {
  const source = parts.furring?.source;
  if (source?.kind !== 'framed' || strips.length === 0) return [];
  const width = stripWidth(house, parts);
  const lengths = strips.map((strip) => Math.max(strip.width, strip.height));
  const net = lengths.reduce((sum, length) => sum + length, 0);
  const need = {
    role: 'furring',
    material: source.member.material,
    what: section(width, source.thickness),
    net,
    unit: 'm' as const,
    volume: width * source.thickness,
    wall: share.area.net,
  };
  if (house.furring?.from === 'ripped sheets')
    return [
      {
        ...need,
        what: `${need.what}, ripped`,
        order: {
          by: 'sheet',
          pieces: lengths
            .flatMap((length) => spliced(length, SHEET.length))
            .map((height) => ({ width, height })),
          width: SHEET.width,
          height: SHEET.length,
        },
      },
    ].map(
      (one) =>
        ({ ...one, net: net * width, unit: 'm²', area: 1, volume: source.thickness }) as Need,
    );
  const stocks = SOLD_LUMBER.feet.filter((length) => length < 5);
  const longest = Math.max(...stocks);
  return [
    {
      ...need,
      order: {
        by: 'length',
        pieces: lengths.flatMap((length) => spliced(length, longest)),
        stocks,
        unit: 'm',
      },
    },
  ];
}

/** A drainage mat, by area. */
function drainage({ parts, sheathing: sheets, framing, share }: ElevationLayout): Need[] {
  if (!parts.mat) return [];
  return [
    {
      role: 'drainage',
      material: parts.mat.fillId!,
      what: 'by area',
      net: sheets.length > 0 ? totalArea(sheets) : framing.outline.area,
      unit: 'm²',
      area: 1,
      volume: parts.mat.thickness,
      wall: share.area.net,
      order: { by: 'amount', unit: 'm²', whole: false },
    },
  ];
}

/** How many strips a sheet gives, and sheets and lumber for so much furring: the two ways side by side. */
export function furringBothWays(
  length: number,
  width: number,
  trade: Trade,
): { stripsASheet: number; sheets: number } {
  const kerf = trade('rip-kerf');
  const stripsASheet = Math.floor((SHEET.width + kerf + SAME) / (width + kerf));
  return { stripsASheet, sheets: Math.ceil(length / (stripsASheet * SHEET.length) - SAME) };
}

function cladding(
  { parts, cladding: laid, framing, sheathing: sheets, share }: ElevationLayout,
  { cladding: sizes = {} }: BuiltHouse,
): Need[] {
  if (!parts.cladding) return [];
  const { layer } = parts.cladding;
  const need = {
    role: 'cladding',
    material: layer.fillId!,
    unit: 'm²' as const,
    area: 1,
    volume: layer.thickness,
    wall: share.area.net,
  };
  if (laid.courses.length > 0) {
    const pieces = laid.courses.flatMap(({ boards: row }) => row.map(({ length }) => length));
    const board = Math.max(sizes.boardLength ?? 3.6576, ...pieces);
    return [
      {
        ...need,
        what: `${board.toFixed(2)} m`,
        net: laid.courses.reduce(
          (sum, { exposure, boards: row }) =>
            sum + exposure * row.reduce((all, { length }) => all + length, 0),
          0,
        ),
        order: { by: 'length', pieces, stocks: [board], unit: 'board' },
      },
    ];
  }
  if (laid.panels.length > 0) {
    const boxed = boxes(laid.panels);
    const width = sizes.panel?.width ?? Math.max(...boxed.map((box) => box.width));
    const length = sizes.panel?.height ?? Math.max(...boxed.map((box) => box.height));
    return sheetNeed('cladding', layer, laid.panels, need.wall, { width, length });
  }
  const area =
    laid.boards.length > 0
      ? totalArea(laid.boards)
      : sheets.length > 0
        ? totalArea(sheets)
        : framing.outline.area;
  return [
    { ...need, what: 'by area', net: area, order: { by: 'amount', unit: 'm²', whole: false } },
  ];
}
