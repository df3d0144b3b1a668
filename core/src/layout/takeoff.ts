import { cuttingPlan } from '../cutting/index.ts';
import { SAME, SOLD_LUMBER, tradeOf, type House, type Trade } from '../house/index.ts';
import { cutList } from './cut-list.ts';
import { totalArea } from './fasteners.ts';
import { rollOf, SHEET, stripWidth, type ElevationLayout } from './layout.ts';
import { without, type SheetPart } from './sheets.ts';
import { countLengths, cutStock, sheetsFor, spliced, type LengthCount } from './stock.ts';

/** A line of the takeoff: what is built in, and what is bought for it. */
export interface TakeoffLine {
  /** Of an elevation, or null for the house. */
  elevation: string | null;
  role: string;
  /** Id of the material; of fasteners what they are. */
  material: string;
  what: string;
  /** Without waste. */
  net: number;
  unit: 'm' | 'm²' | 'piece' | 'L';
  /** In whole units as sold. */
  order: number;
  orderUnit: 'm' | 'sheet' | 'roll' | 'board' | 'm²' | 'piece' | 'L';
  pieces?: LengthCount[];
  stock?: LengthCount[];
}

/** What a layer takes, before it is ordered: of several elevations the needs are put together. */
interface Need {
  role: string;
  material: string;
  what: string;
  net: number;
  unit: TakeoffLine['unit'];
  order: Order;
}

type Order =
  | { by: 'length'; pieces: number[]; stocks: readonly number[]; unit: 'm' | 'board' }
  | { by: 'sheet'; pieces: { width: number; height: number }[]; width: number; height: number }
  | { by: 'roll'; length: number; rollLength: number; rollArea: number }
  | { by: 'amount'; unit: TakeoffLine['orderUnit']; whole: boolean };

/** Spacings that come from feet: lumber is then sold in feet, m. */
const IN_FEET = [0.3048, 0.4064, 0.4877, 0.6096];

const kerfOf = (trade: Trade): number => trade('rip-kerf');

/** How pieces are cut from stock: the lengths to buy. */
export type Cutter = (
  pieces: readonly number[],
  stocks: readonly number[],
  kerf: number,
) => LengthCount[];

/** Cuts with as little stock as can be found; takes its time. */
export const cutPlanned: Cutter = (pieces, stocks, kerf) =>
  countLengths(
    cuttingPlan(pieces, stocks, kerf).cuts.flatMap(({ stock, count }) =>
      Array<number>(count).fill(stock),
    ),
  );

/**
 * What a house takes, by elevation and in all.
 *
 * @param layouts of its elevations
 * @param house for waste, sizes and trade figures
 * @param cut how lengths are cut for all walls together; a wall alone is always cut the quick way
 * @returns lines, and what no stock covers
 */
export function takeoffOf(
  layouts: readonly ElevationLayout[],
  house: Omit<House<unknown>, 'format' | 'version' | 'name' | 'assemblies' | 'elevations'>,
  cut: Cutter = cutStock,
): { lines: TakeoffLine[]; problems: string[] } {
  const trade = tradeOf(house);
  const problems: string[] = [];
  const needs = layouts.map((layout) => ({
    id: layout.elevation.id,
    needs: needsOf(layout, house, trade),
  }));
  const lines = needs.flatMap(({ id, needs: own }) =>
    own.map((need) => lineOf(id, need, house.waste ?? {}, trade, problems, cutStock)),
  );
  const all = together(needs.flatMap(({ needs: own }) => own));
  return {
    lines: [...lines, ...all.map((need) => lineOf(null, need, house.waste ?? {}, trade, [], cut))],
    problems: [...new Set(problems)],
  };
}

/** Needs of one material and size put together. */
function together(needs: readonly Need[]): Need[] {
  const found = new Map<string, Need>();
  for (const need of needs) {
    const key = [need.role, need.material, need.what].join('\n');
    const before = found.get(key);
    found.set(
      key,
      before
        ? { ...before, net: before.net + need.net, order: joined(before.order, need.order) }
        : need,
    );
  }
  return [...found.values()];
}

function joined(a: Order, b: Order): Order {
  if (a.by === 'length' && b.by === 'length') return { ...a, pieces: [...a.pieces, ...b.pieces] };
  if (a.by === 'sheet' && b.by === 'sheet') return { ...a, pieces: [...a.pieces, ...b.pieces] };
  if (a.by === 'roll' && b.by === 'roll') return { ...a, length: a.length + b.length };
  return a;
}

function lineOf(
  elevation: string | null,
  { role, material, what, net, unit, order }: Need,
  waste: Readonly<Record<string, number>>,
  trade: Trade,
  problems: string[],
  cutter: Cutter,
): TakeoffLine {
  const line = { elevation, role, material, what, net, unit };
  const more = 1 + (waste[role] ?? 0);
  switch (order.by) {
    case 'length': {
      const longest = Math.max(...order.stocks);
      const long = order.pieces.filter((piece) => piece > longest + SAME);
      if (long.length > 0)
        problems.push(
          `${long.length} pieces of ${what} are longer than ${longest} m, the longest stock: ordered at their own length`,
        );
      const stock = [
        ...cutter(
          order.pieces.filter((piece) => piece <= longest + SAME),
          order.stocks,
          kerfOf(trade),
        ),
        ...countLengths(long),
      ];
      const cut = order.pieces.reduce((sum, piece) => sum + piece, 0);
      const bought = withWaste(stock, cut * more);
      return {
        ...line,
        order: bought.reduce(
          (sum, { length, count }) => sum + (order.unit === 'board' ? count : length * count),
          0,
        ),
        orderUnit: order.unit,
        pieces: countLengths(order.pieces),
        stock: bought,
      };
    }
    case 'sheet': {
      const area = order.width * order.height;
      const packed = sheetsFor(order.pieces, order, kerfOf(trade));
      return {
        ...line,
        order: Math.max(packed, Math.ceil((net * more) / area - SAME)),
        orderUnit: 'sheet',
      };
    }
    case 'roll':
      return {
        ...line,
        order: Math.max(
          Math.ceil((order.length * more) / order.rollLength - SAME),
          Math.ceil((net * more) / order.rollArea - SAME),
        ),
        orderUnit: 'roll',
      };
    case 'amount':
      return {
        ...line,
        order: order.whole ? Math.ceil(net * more - SAME) : net * more,
        orderUnit: order.unit,
      };
  }
}

/** So many more of the length that most are of, until so much is bought. */
function withWaste(stock: readonly LengthCount[], least: number): LengthCount[] {
  const most = stock.reduce<LengthCount | null>(
    (best, one) => (best && best.count >= one.count ? best : one),
    null,
  );
  const bought = stock.reduce((sum, { length, count }) => sum + length * count, 0);
  if (!most || bought >= least - SAME) return [...stock];
  const more = Math.ceil((least - bought) / most.length - SAME);
  return stock.map((one) => (one === most ? { ...one, count: one.count + more } : one));
}

const mm = (value: number): number => Math.round(value * 1000);
const section = (width: number, depth: number): string => `${mm(width)} × ${mm(depth)}`;

function needsOf(
  layout: ElevationLayout,
  house: Parameters<typeof takeoffOf>[1],
  trade: Trade,
): Need[] {
  return [
    ...lumber(layout),
    ...sheathing(layout, house),
    ...membrane(layout, house, trade),
    ...boards(layout, house),
    ...furring(layout, house),
    ...drainage(layout),
    ...cladding(layout, house),
    ...layout.fasteners.map(({ what, count }): Need => ({
      role: 'fasteners',
      material: what,
      what,
      net: count,
      unit: 'piece',
      order: { by: 'amount', unit: 'piece', whole: true },
    })),
  ];
}

/** Lumber by what it is of and its section; what is special only where studs stand free. */
function lumber({ parts, framing }: ElevationLayout): Need[] {
  const { frame } = parts;
  if (!frame) return [];
  const stocks = IN_FEET.some((spacing) => Math.abs(spacing - frame.spacing) < 0.001)
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
  return [...found.values()];
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
  material: string,
  parts: readonly SheetPart[],
  { width, length, lying = false }: { width: number; length: number; lying?: boolean },
): Need[] {
  if (parts.length === 0) return [];
  return [
    {
      role,
      material,
      what: `${width.toFixed(2)} × ${length.toFixed(2)} m`,
      net: totalArea(parts),
      unit: 'm²',
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
  { parts, sheathing: laid }: ElevationLayout,
  { sheets }: Parameters<typeof takeoffOf>[1],
): Need[] =>
  sheetNeed('sheathing', parts.sheathing?.fillId ?? '', laid, { ...SHEET, ...sheets?.sheathing });

function boards(
  { parts, boards: layers }: ElevationLayout,
  { sheets }: Parameters<typeof takeoffOf>[1],
): Need[] {
  return layers.flatMap((laid, n) => {
    const layer = parts.boards[Math.min(n, parts.boards.length - 1)]!;
    const thickness = parts.boards.length === layers.length ? ` ${mm(layer.thickness)} mm,` : '';
    return sheetNeed('insulation', layer.fillId!, laid, { ...SHEET, ...sheets?.outside?.[n] }).map(
      (need) => ({ ...need, what: `${thickness} ${need.what}`.trim() }),
    );
  });
}

function membrane(
  { parts, membrane: laid, framing, sheathing: sheets, joints }: ElevationLayout,
  house: Parameters<typeof takeoffOf>[1],
  trade: Trade,
): Need[] {
  if (!parts.membrane || laid.length === 0) return [];
  const { layer, kind } = parts.membrane;
  const material = layer.fillId!;
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
        order: { by: 'amount', unit: 'L', whole: true },
      },
      amount('joint treatment', material, `${mm(trade('liquid-joint'))} mm wide`, along + around),
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
      what: `${roll.width.toFixed(2)} × ${roll.length.toFixed(1)} m`,
      net: covered,
      unit: 'm²',
      order: {
        by: 'roll',
        length: courses.reduce((sum, length) => sum + length, 0) + splices * roll.verticalLap,
        rollLength: roll.length,
        rollArea: roll.width * roll.length,
      },
    },
    kind === 'wrap'
      ? amount('tape', 'tape', 'laps and openings', laps + around)
      : {
          role: 'primer',
          material: 'primer',
          what: 'under the membrane',
          net: covered / trade('primer-spread'),
          unit: 'L',
          order: { by: 'amount', unit: 'L', whole: true },
        },
  ];
}

const amount = (role: string, material: string, what: string, net: number): Need => ({
  role,
  material,
  what,
  net,
  unit: 'm',
  order: { by: 'amount', unit: 'm', whole: true },
});

function furring(
  { parts, strips }: ElevationLayout,
  house: Parameters<typeof takeoffOf>[1],
): Need[] {
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
    ].map((one) => ({ ...one, net: net * width, unit: 'm²' as const }) as Need);
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
function drainage({ parts, sheathing: sheets, framing }: ElevationLayout): Need[] {
  if (!parts.mat) return [];
  return [
    {
      role: 'drainage',
      material: parts.mat.fillId!,
      what: 'by area',
      net: sheets.length > 0 ? totalArea(sheets) : framing.outline.area,
      unit: 'm²',
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
  const kerf = kerfOf(trade);
  const stripsASheet = Math.floor((SHEET.width + kerf + SAME) / (width + kerf));
  return { stripsASheet, sheets: Math.ceil(length / (stripsASheet * SHEET.length) - SAME) };
}

function cladding(
  { parts, cladding: laid, framing, sheathing: sheets }: ElevationLayout,
  { cladding: sizes = {} }: Parameters<typeof takeoffOf>[1],
): Need[] {
  if (!parts.cladding) return [];
  const { layer } = parts.cladding;
  const need = { role: 'cladding', material: layer.fillId!, unit: 'm²' as const };
  if (laid.courses.length > 0) {
    const pieces = laid.courses.flatMap(({ boards: row }) => row.map(({ length }) => length));
    const board = Math.max(sizes.boardLength ?? 3.6576, ...pieces);
    return [
      {
        ...need,
        what: `${mm(laid.courses[0]!.exposure)} mm to the weather, ${board.toFixed(2)} m`,
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
    return sheetNeed('cladding', need.material, laid.panels, { width, length });
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
