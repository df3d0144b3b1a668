import { SAME, type CladdingSizes, type Opening, type Outline } from '../house/index.ts';
import type { Trade } from '../../assembly/trade/index.ts';
import type { CladdingNeeds } from '../../physics/materials/index.ts';
import { measured, say } from '../../common/units/index.ts';
import type { AssemblyParts } from './assembly.ts';
import { layoutCourses, type Course } from './courses.ts';
import { cutToOutline, type Cut } from './outline-cut.ts';
import { layoutSheets, without, type SheetPart } from './sheets.ts';
import { spansAt } from './spans.ts';
import type { Conflict, Rectangle } from './types.ts';

/** The cladding of an elevation, by what it is laid of. */
export interface CladdingLayout {
  courses: Course[];
  panels: Cut<SheetPart>[];
  /** Upright boards. */
  boards: Cut<Rectangle>[];
  /** Joints that stucco is divided by. */
  control: Rectangle[];
  /** Room left at each joint where it goes up, m; null where nothing is known. */
  joint: number | null;
  conflicts: Conflict[];
  notes: Conflict[];
}

/** Sizes where nothing is said, m. */
const EXPOSURE = 0.1778;
const BOARD = 3.6576;
const STAGGER = 0.6096;
const BOARD_WIDTH = 0.14;

/** The air when cladding goes up where nothing is said, °C. */
const INSTALLED_AT = 15;

/**
 * Room that a joint needs when the cladding goes up: clearance and what the piece still grows,
 * clearance + (cte · (hottest − now) + moisture movement) · length · moving share.
 *
 * @param length of the piece, m
 * @param installedAt the air, °C
 * @returns m
 * @see data/cladding.json, `expansionMethod`
 */
export function jointGap(
  {
    cte,
    surfaceTemperature,
    moistureMovement,
    clearance,
    movingShare,
  }: NonNullable<CladdingNeeds['expansion']>,
  length: number,
  installedAt: number,
): number {
  const growth = cte * Math.max(0, surfaceTemperature[1] - installedAt) + moistureMovement;
  return clearance + growth * length * movingShare;
}

/**
 * Lays the cladding of an elevation.
 *
 * @param area that is covered, before it is cut to the outline
 * @param openings that are framed
 * @param strips of furring
 */
export function layoutCladding(
  cladding: NonNullable<AssemblyParts['cladding']>,
  ground: {
    area: Rectangle;
    outline: Outline;
    cover: { below?: number; above?: number };
    openings: readonly (Rectangle & Pick<Opening, 'id'>)[];
    strips: readonly Rectangle[];
    from: 'left' | 'right';
  },
  sizes: CladdingSizes,
  trade: Trade,
): CladdingLayout {
  const { area, outline, openings, strips, cover, from } = ground;
  const { kind, needs } = cladding;
  const centers = [
    ...new Set(
      strips.filter(({ height, width }) => height > width).map(({ x, width }) => x + width / 2),
    ),
  ].sort((a, b) => a - b);
  const installedAt = sizes.installedAt ?? INSTALLED_AT;
  const composite = isComposite(cladding);
  const gapOf = (length: number): number | null => {
    if (!needs?.expansion) return null;
    const gap = jointGap(needs.expansion, length, installedAt);
    return composite
      ? Math.min(Math.max(gap, trade('composite-joint-least')), trade('composite-joint-most'))
      : gap;
  };
  const empty = {
    courses: [],
    panels: [],
    boards: [],
    control: [],
    joint: null,
    conflicts: [],
    notes: supports(centers, composite ? trade('composite-spacing') : usualSupports(cladding)),
  };

  switch (kind) {
    case 'courses': {
      const boardLength = sizes.boardLength ?? BOARD;
      const laid = layoutCourses(
        area,
        openings,
        centers,
        {
          exposure: sizes.exposure ?? EXPOSURE,
          boardLength,
          jointStagger: sizes.jointStagger ?? STAGGER,
          stretch: trade('course-stretch'),
          least: trade('cladding-least-last'),
        },
        (z) => spansAt(outline, z, cover),
      );
      const { conflicts } = laid;
      const last = laid.courses.at(-1);
      if (last && last.exposure < trade('cladding-least-last') - SAME)
        conflicts.push({
          at: 'cladding',
          message: say`the last course is ${measured('length', last.exposure)}: at least ${measured('length', trade('cladding-least-last'))}`,
        });
      return {
        ...empty,
        courses: laid.courses,
        joint: gapOf(boardLength),
        conflicts,
      };
    }
    case 'panels': {
      const size = sizes.panel ?? {
        width: needs?.module?.width?.[1] ?? 1.2192,
        height: needs?.module?.height?.[1] ?? 2.4384,
      };
      const joint = needs?.module?.joint?.[0] ?? gapOf(size.height) ?? 0.01;
      const laid = layoutSheets(
        { area, openings, joints: centers.length > 0 ? centers : null, from },
        { width: size.width, length: size.height, gap: joint },
        'cladding',
      );
      return {
        ...empty,
        panels: cutToOutline(laid.parts, outline, cover),
        joint: Math.max(joint, gapOf(Math.max(size.width, size.height)) ?? 0),
        conflicts: laid.conflicts,
      };
    }
    case 'boards': {
      const width = sizes.exposure ?? BOARD_WIDTH;
      const count = Math.ceil(area.width / width - SAME);
      const boards = Array.from({ length: count }, (_, n) => ({
        ...area,
        x: area.x + n * width,
        width: Math.min(width, area.width - n * width),
      })).flatMap((board) => without(board, openings));
      return {
        ...empty,
        boards: cutToOutline(boards, outline, cover),
        joint: gapOf(width),
      };
    }
    case 'stucco': {
      const control = controlJoints(area, openings, trade);
      return { ...empty, control, joint: gapOf(trade('stucco-length')) };
    }
    case 'units':
      return empty;
  }
}

/** Whether it is laid of composite boards, which have figures of their own. */
export const isComposite = ({ layer, kind }: NonNullable<AssemblyParts['cladding']>): boolean =>
  kind === 'courses' && /composite/i.test(`${layer.fillId} ${layer.fill!.name}`);

/** How far apart a lap siding’s supports stand at the most, m. */
const usualSupports = ({ needs }: NonNullable<AssemblyParts['cladding']>): number | null =>
  needs?.module?.kind === 'course' ? (needs.fastening?.horizontal ?? null) : null;

/** Whether supports stand as close as the cladding asks. */
function supports(centers: readonly number[], most: number | null): Conflict[] {
  if (!most || centers.length < 2) return [];
  const widest = Math.max(...centers.slice(1).map((x, i) => x - centers[i]!));
  // Strips beside openings stand off the layout by their own width.
  return widest > most * 1.15
    ? [
        {
          at: 'cladding',
          message: say`its supports stand ${measured('length', widest)} apart, beyond the usual ${measured('length', most)}: its maker’s table says whether it spans that, and by which fasteners; else strips or blocks between`,
        },
      ]
    : [];
}

/** Upright and level joints so that no panel of stucco is larger, longer or slimmer than it may be, at openings' corners first. */
function controlJoints(
  { x, z, width, height }: Rectangle,
  openings: readonly Rectangle[],
  trade: Trade,
): Rectangle[] {
  const rows = Math.max(1, Math.ceil(height / trade('stucco-length') - SAME));
  const tall = height / rows;
  const widest = Math.min(
    trade('stucco-length'),
    trade('stucco-area') / tall,
    trade('stucco-ratio') * tall,
  );
  const corners = openings
    .flatMap((one) => [one.x, one.x + one.width])
    .filter((at) => at > x + SAME && at < x + width - SAME)
    .sort((a, b) => a - b);
  const uprights: number[] = [];
  let from = x;
  while (x + width - from > widest + SAME) {
    const within = corners.filter((at) => at > from + widest / 3 && at <= from + widest + SAME);
    const left = x + width - from;
    from = within.at(-1) ?? from + left / Math.ceil(left / widest - SAME);
    uprights.push(from);
  }
  return [
    ...uprights.flatMap((at) => without({ x: at, z, width: 0.001, height }, openings)),
    ...Array.from({ length: rows - 1 }, (_, n) => ({
      x,
      z: z + (n + 1) * tall,
      width,
      height: 0.001,
    })),
  ];
}
