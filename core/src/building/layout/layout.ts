import { SAME, type Elevation, type RollSize, type SheetSize, outlineOf } from '../house/index.ts';
import { SOLD_SHEETS, tradeOf, type Trade } from '../../assembly/trade/index.ts';
import {
  attachmentOf,
  goodsOfFastener,
  type ConnectionPlace,
} from '../../assembly/attachment/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import { checkAnchors } from './anchors.ts';
import type { AssemblyParts } from './assembly.ts';
import { blockLevels } from './blocking.ts';
import { layoutCladding, type CladdingLayout } from './cladding.ts';
import {
  boardFasteners,
  capCount,
  sheathingFasteners,
  stripScrews,
  totalArea,
  type FastenerCount,
} from './fasteners.ts';
import {
  frameElevation,
  isUpright,
  jacksOf,
  shareOf,
  type Framing,
  type FrameShare,
} from './framing.ts';
import { layoutFurring, layoutLevelFurring } from './furring.ts';
import { membraneCourses } from './membrane.ts';
import { cutToOutline, type Cut } from './outline-cut.ts';
import { boardJointsOf, boardSizes, nailingOf, SHEET } from './placing.ts';
import { plateSheetOf } from './plate-sheet.ts';
import { layoutSheets, type Joint, type SheetPart } from './sheets.ts';
import type { Conflict, HouseRules, PlateMark, Rectangle } from './types.ts';

/** A roll of membrane where nothing is said, m: 9 × 100 ft. */
export const ROLL_SIZE = { width: 2.7432, length: 30.48 };

/** Width of a strip of furring where neither house nor assembly says it, m. */
const STRIP = 0.0889;

/** A strip of sheathing lower than this is no row of its own, m. */
const BARE = 0.3048;

/** One elevation, laid out from stud to cladding. */
export interface ElevationLayout {
  elevation: Elevation;
  parts: AssemblyParts;
  framing: Framing;
  share: FrameShare;
  plateSheet: PlateMark[];
  sheathing: Cut<SheetPart>[];
  /** Upright joints of the sheathing. */
  joints: Joint[];
  boards: Cut<SheetPart>[][];
  membrane: Rectangle[];
  strips: Rectangle[];
  cladding: CladdingLayout;
  fasteners: FastenerCount[];
  /** What is possible but wrong. */
  conflicts: Conflict[];
  /** What is right but worth a look. */
  notes: Conflict[];
}

/**
 * Lays an elevation out: frame, sheathing, membrane, boards, furring, cladding, one after the other.
 *
 * @param parts of its assembly
 * @param rules of the house
 */
export function layoutElevation(
  elevation: Elevation,
  parts: AssemblyParts,
  rules: HouseRules = {},
): ElevationLayout {
  const trade = tradeOf(rules);
  const practice = rules.practice ?? {};
  const { cover = {}, layout } = elevation;
  const from = layout?.from ?? 'left';
  const framing = frameOf(elevation, parts, rules, trade);
  const { outline } = framing;
  const conflicts: Conflict[] = [...framing.conflicts];
  const openings = framing.openings.map(({ id, x, sill, width, height }) => ({
    id,
    x,
    z: sill,
    width,
    height,
  }));
  const area = coveredArea(elevation);
  const joints = jointPlaces(framing);
  const sheets = (
    size: SheetSize,
    what: string,
    behind?: { joints: Joint[]; levels: number[]; stagger: number },
  ) => {
    const laid = layoutSheets(
      {
        area,
        openings,
        joints: what === 'sheathing' ? joints : null,
        from,
        ...(behind ? { behind } : {}),
      },
      size,
      what,
    );
    conflicts.push(...laid.conflicts);
    return { ...laid, parts: cutToOutline(laid.parts, outline, cover) };
  };

  const sheetSize = { ...SHEET, ...rules.sheets?.sheathing };
  const sheathing = parts.sheathing ? sheets(sheetSize, 'sheathing') : null;
  if (sheathing && parts.frame) {
    const { blocks, conflicts: beside } = blockLevels(framing, sheathing.levels);
    framing.members.push(...blocks);
    conflicts.push(...beside, ...bareStrip(sheetSize, area.height));
  }

  const boards: ReturnType<typeof sheets>[] = [];
  const { staggers } = boardJointsOf(rules, parts.boards.length);
  boardSizes(rules, parts.boards.length).forEach(({ stagger: _, ...size }, n) => {
    const behind = boards.at(-1) ?? sheathing;
    boards.push(
      sheets(
        size,
        `outside[${n}]`,
        behind
          ? {
              joints: behind.joints,
              levels: behind.levels,
              stagger: staggers[n]!,
            }
          : undefined,
      ),
    );
  });

  const roll = rollOf(rules, parts, trade);
  const membrane = parts.membrane
    ? parts.membrane.kind === 'liquid'
      ? [area]
      : membraneCourses(area, roll)
    : [];

  const { strips, conflicts: loose } = furringOf(parts, framing, rules, trade, cover);
  conflicts.push(...loose);
  const cladding: CladdingLayout = parts.cladding
    ? layoutCladding(
        parts.cladding,
        { area, outline, cover, openings, strips, from },
        rules.cladding ?? {},
        trade,
      )
    : { courses: [], panels: [], boards: [], control: [], joint: null, conflicts: [], notes: [] };
  conflicts.push(...cladding.conflicts, ...checkAnchors(elevation, framing, practice, trade));

  const laid = {
    elevation,
    parts,
    framing,
    share: shareOf(framing),
    plateSheet: plateSheetOf(elevation, framing, practice),
    sheathing: sheathing?.parts ?? [],
    joints: sheathing?.joints ?? [],
    boards: boards.map(({ parts: cut }) => cut),
    membrane,
    strips,
    cladding,
  };
  return {
    ...laid,
    fasteners: fastenersOf(laid, rules, trade),
    conflicts,
    notes: [...notesOf(laid, rules, sheetSize, trade), ...cladding.notes],
  };
}

/** Its frame; without upright studs an empty one, and said. */
function frameOf(
  elevation: Elevation,
  { frame }: AssemblyParts,
  { practice = {} }: HouseRules,
  trade: Trade,
): Framing {
  if (frame) return frameElevation(elevation, frame, practice, trade);
  const outline = outlineOf(elevation);
  return {
    outline,
    floorAt: outline.baseAt,
    ceilingAt: outline.topAt,
    sizes: { width: 0, spacing: 0 },
    thickness: elevation.plates?.thickness ?? 0,
    members: [],
    openings: (elevation.openings ?? []).map((one) => ({ ...one, jacks: jacksOf(one, practice) })),
    plates: [],
    conflicts: [{ at: 'assembly', message: say`its assembly has no upright studs` }],
  };
}

/** What layers outside the frame are laid over, before they are cut to the outline. */
function coveredArea(elevation: Elevation): Rectangle {
  const { top, length, bends, baseAt } = outlineOf(elevation);
  const { below = 0, above = 0 } = elevation.cover ?? {};
  const base = Math.min(...[0, ...bends].map((x) => baseAt(x + SAME))) - below;
  return {
    x: 0,
    z: base,
    width: length,
    height: Math.max(...top.map(([, z]) => z)) + above - base,
  };
}

/** Middles of what stands from plate to plate, or above and below an opening: where joints of sheathing may lie. */
function jointPlaces({ members }: Framing): number[] {
  const places = members
    .filter(({ kind }) => isUpright(kind) && kind !== 'jack')
    .map(({ x, width }) => x + width / 2);
  return [...new Set(places)].sort((a, b) => a - b);
}

/** The roll of the membrane, its laps by what it is. */
export function rollOf(
  { rolls }: HouseRules,
  { membrane }: Pick<AssemblyParts, 'membrane'>,
  trade: Trade,
): Required<RollSize> {
  const adhered = membrane?.kind === 'self-adhered';
  const lap = trade('wrap-lap');
  return {
    ...ROLL_SIZE,
    horizontalLap: adhered ? trade('self-adhered-side') : lap,
    verticalLap: adhered ? trade('self-adhered-end') : lap,
    ...rolls?.membrane,
  };
}

/** Width of furring: what the house says, else what the assembly's strips are. */
export function stripWidth({ furring }: HouseRules, { furring: layer }: AssemblyParts): number {
  const shape = layer?.member?.shape;
  return furring?.width ?? (shape?.section === 'solid' ? shape.width : STRIP);
}

function furringOf(
  parts: AssemblyParts,
  framing: Framing,
  rules: HouseRules,
  trade: Trade,
  cover: { below?: number; above?: number },
): { strips: Rectangle[]; conflicts: Conflict[] } {
  if (!parts.furring || !parts.frame) return { strips: [], conflicts: [] };
  const width = stripWidth(rules, parts);
  const { shape } = parts.furring.member!;
  return shape.direction === 'horizontal'
    ? { strips: layoutLevelFurring(framing, width, shape.spacing, cover), conflicts: [] }
    : layoutFurring(framing, width, trade, cover);
}

/** Whether the last row of upright sheets is a strip that a longer sheet would save. */
function bareStrip({ length, lying, gap = 0 }: SheetSize, height: number): Conflict[] {
  if (lying) return [];
  const rows = Math.floor((height + gap + SAME) / (length + gap));
  const left = height - rows * (length + gap) + (rows > 0 ? gap : 0);
  if (rows === 0 || left <= gap + SAME || left > BARE) return [];
  const longer = SOLD_SHEETS.filter((sheet) => rows === 1 && sheet.length >= height - SAME);
  const offer = longer[0];
  return [
    {
      at: 'sheets.sheathing',
      message: offer
        ? say`sheets of ${measured('length', length)} leave ${measured('length', left)} bare on ${measured('length', height)}: ${offer.name} reach, or a rip closes it on blocking`
        : say`sheets of ${measured('length', length)} leave ${measured('length', left)} bare on ${measured('length', height)}: a rip closes it on blocking`,
    },
  ];
}

type Laid = Omit<ElevationLayout, 'fasteners' | 'conflicts' | 'notes'>;

function fastenersOf(
  { sheathing, framing, membrane, boards, strips, cladding, parts }: Laid,
  rules: HouseRules,
  trade: Trade,
): FastenerCount[] {
  const nailing = nailingOf(rules);
  const counts: FastenerCount[] = [];
  const add = (goods: string, what: string, count: number, apart: number | null = null): void => {
    if (count > 0) counts.push({ what, goods, count, apart });
  };
  if (sheathing.length > 0)
    add(
      nailing.fastener.id,
      `sheathing: ${nailing.fastener.name}`,
      sheathingFasteners(sheathing, framing, nailing),
    );
  if (parts.membrane?.kind === 'wrap')
    add('cap-fastener', 'membrane: caps', capCount(totalArea(membrane), trade), trade('wrap-cap'));
  add(
    'board-fastener',
    'boards: temporary fasteners',
    boardFasteners(boards, trade('board-temporary')),
  );
  const connection = (place: ConnectionPlace) =>
    attachmentOf(parts.wall)?.design.connections.find((one) => one.place === place);
  const addHeld = (
    place: ConnectionPlace,
    goods: string,
    what: string,
    count: number,
    apart: number | null = null,
  ): void => {
    // Which screw it is stands on the order once somebody chose it.
    const held = parts.wall.file.attachment?.[place] && connection(place);
    add(
      held ? goodsOfFastener(held.fastener, held.length) : goods,
      held ? `${what}, ${Math.round(held.length * 1000)} mm` : what,
      count,
      apart,
    );
  };
  // The screws of strips are apart as their schedule says; as is usual where no cladding loads them.
  const along = connection('furring')?.spacing.along ?? trade('furring-screw');
  addHeld('furring', 'furring-screw', 'furring: screws', stripScrews(strips, along), along);
  const onCladding = claddingFasteners(cladding, strips, parts);
  addHeld('cladding', 'cladding-fastener', 'cladding: fasteners', onCladding);
  return counts;
}

function claddingFasteners(
  { courses, panels, boards }: CladdingLayout,
  strips: readonly Rectangle[],
  { cladding }: AssemblyParts,
): number {
  const { horizontal, vertical } = cladding?.needs?.fastening ?? {};
  const onStrips = courses.reduce(
    (sum, { z, boards: laid }) =>
      sum +
      laid.reduce(
        (all, { x, length }) =>
          all +
          strips.filter(
            (strip) =>
              strip.z <= z + SAME &&
              strip.z + strip.height > z &&
              strip.x + strip.width / 2 >= x - SAME &&
              strip.x + strip.width / 2 <= x + length + SAME,
          ).length,
        0,
      ),
    0,
  );
  const grid = [...panels, ...boards].reduce(
    (sum, { width, height }) =>
      sum +
      (Math.ceil(width / (horizontal ?? 0.4064) - SAME) + 1) *
        (Math.ceil(height / (vertical ?? 0.4064) - SAME) + 1),
    0,
  );
  return onStrips + grid;
}

/** What is right but worth a look. */
function notesOf(
  { elevation, framing, sheathing, parts, plateSheet }: Laid,
  { practice = {} }: HouseRules,
  size: SheetSize,
  trade: Trade,
): Conflict[] {
  const notes: Conflict[] = [];
  const note = (at: string, message: Message): void => void notes.push({ at, message });
  const length = (value: number) => measured('length', value);

  const standing = framing.members
    .filter(({ kind }) => kind === 'stud' || kind === 'king' || kind === 'corner')
    .sort((a, b) => a.x - b.x);
  standing.slice(1).forEach((one, i) => {
    const before = standing[i]!;
    const bay = one.x - before.x - before.width;
    if (bay <= SAME || bay >= trade('least-bay') - SAME) return;
    const beside = one.opening ?? before.opening;
    if (beside === null || (one.opening && before.opening)) return;
    const n = (elevation.openings ?? []).findIndex(({ id }) => id === beside);
    note(
      `openings[${n}]`,
      say`a stud ${length(bay)} beside ${beside}’s king: no room to fill or to nail; move ${beside} by ${length(bay)}`,
    );
  });

  (elevation.risers ?? []).forEach(({ x, width, kind }, n) => {
    const hit = framing.members.find(
      (one) => isUpright(one.kind) && x - width / 2 < one.x + one.width && x + width / 2 > one.x,
    );
    if (hit)
      note(`risers[${n}]`, say`a ${kind} comes up where a ${hit.kind} stands, at ${length(hit.x)}`);
  });

  if (framing.plates.length > 0 && (elevation.anchors ?? []).length === 0)
    note(
      'anchors',
      say`no anchors are placed: at least two for each of ${framing.plates.length} ${framing.plates.length === 1 ? 'piece' : 'pieces'} of plate`,
    );

  const top = elevation.plates?.top ?? practice.topPlate ?? 2;
  if (top === 1 && !practice.stacked)
    note(
      'plates.top',
      say`one top plate: roof and floor frames stand over the studs, within ${length(trade('stacking'))}`,
    );
  if (practice.stacked) {
    const stacked = new Set(plateSheet.filter((mark) => mark.stacked).map(({ x }) => x));
    if (stacked.size === 0) note('layout', say`no stud stands on the layout for the frame over it`);
  }
  const out = parts.boards.reduce((sum, { thickness }) => sum + thickness, 0);
  for (const side of ['left', 'right'] as const)
    if (parts.furring && out > SAME && elevation.ends?.[side]?.meets)
      note(
        `ends.${side}`,
        say`the boards of the two walls stand ${length(out)} out at the corner: the last strip needs a build-up as deep, tied back to the corner’s studs`,
      );
  if (elevation.braced)
    note('braced', say`a braced wall: panels, nails, hold-downs and anchors are the engineer’s`);

  const { gap = 0 } = size;
  const ripped = new Set(
    sheathing
      .filter(({ width }) => width < size.width - SAME && width > size.width - 2 * gap - SAME)
      .map(({ sheet }) => sheet),
  ).size;
  if (ripped > 1 && !size.lying)
    note(
      'sheets.sheathing',
      say`${ripped} sheets are ripped by their gap to stay on the studs; sheets of ${length(size.width - gap)} net would not drift off`,
    );

  const { sheathing: layer, frame } = parts;
  if (layer?.fill?.category === 'wood-panel' && frame) {
    const least = trade(frame.spacing > 0.42 ? 'sheathing-24' : 'sheathing-16');
    if (layer.thickness < least - 0.0004)
      note(
        'sheathing',
        say`${length(layer.thickness)} of sheathing on studs ${length(frame.spacing)} apart: ${length(least)} at the least`,
      );
  }
  return notes;
}
