import { isRun, type Service } from '@eldrun/core/house';
import type { Cut, ElevationLayout, FrameMember, Rectangle, SheetPart } from '@eldrun/core/layout';
import type { ResolvedLayer } from '@eldrun/core/build-up';
import { hatchOf, memberHatch, type Hatch } from './hatches.ts';
import type { Mark, Pen, Scene, ScenePart } from './scene.ts';

/** What of an elevation is drawn, from the studs outward. */
export const ELEVATION_LAYERS = [
  'frame',
  'sheathing',
  'membrane',
  'boards',
  'furring',
  'cladding',
  'services',
] as const;

export type ElevationLayer = (typeof ELEVATION_LAYERS)[number];

/** What a person calls them. */
const NAMES: Record<ElevationLayer, string> = {
  frame: 'Framing',
  sheathing: 'Sheathing',
  membrane: 'Membrane',
  boards: 'Boards',
  furring: 'Furring',
  cladding: 'Cladding',
  services: 'Services',
};

/** Height of the plate in a plate sheet's drawing, m: what its width is drawn as. */
const PLATE_DRAWN = 0.14;

/** A rectangle of the wall, z up, as a mark, y down; cut to a slope where the top is. */
function markOf(
  { x, z, width, height, heights }: Cut<Rectangle>,
  hatch: Hatch,
  pen: Pen = 'outline',
): Mark {
  if (!heights) return { shape: 'rect', x, y: -z - height, width, height, hatch, pen };
  return {
    shape: 'polygon',
    corners: [
      [x, -z],
      [x, -z - heights[0]],
      [x + width, -z - heights[1]],
      [x + width, -z],
    ],
    hatch,
    pen,
  };
}

function memberMark(member: FrameMember, hatch: Hatch): Mark {
  const { x, width, height, slope } = member;
  if (!slope) return markOf(member, hatch);
  return {
    shape: 'polygon',
    corners: [
      [x, -slope[0]],
      [x, -slope[0] - height],
      [x + width, -slope[1] - height],
      [x + width, -slope[1]],
    ],
    hatch,
    pen: 'outline',
  };
}

const hatchFor = (layer: ResolvedLayer | null | undefined, otherwise: Hatch): Hatch =>
  layer ? hatchOf(layer) : otherwise;

/**
 * An elevation as seen from outdoors, z up from y 0.
 *
 * @param layout of the elevation
 * @param shown which layers; what lies over the frame lets it through
 */
export function elevationScene(layout: ElevationLayout, shown: ReadonlySet<ElevationLayer>): Scene {
  const { elevation, framing } = layout;
  const { outline } = framing;
  const { below = 0, above = 0 } = elevation.cover ?? {};
  const top = Math.max(...outline.top.map(([, z]) => z)) + above;
  const base = Math.min(...[0, ...outline.bends].map((x) => outline.baseAt(x + 1e-6))) - below;
  const layers = ELEVATION_LAYERS.filter((layer) => shown.has(layer));
  const parts: ScenePart[] = [
    { id: 'ground', name: 'Wall', faint: false, marks: [ground(layout)] },
    ...layers.map((layer, i) => ({
      id: layer,
      name: NAMES[layer],
      // What sits between the studs is read against them.
      faint: layer === 'frame' && i < layers.length - 1 && !shown.has('services'),
      seeThrough: layer !== 'frame' && layer !== 'services' && shown.has('frame'),
      marks: marksOf(layer, layout),
    })),
    {
      id: 'openings',
      name: 'Openings',
      faint: false,
      marks: framing.openings.map(({ x, sill, width, height }) =>
        markOf({ x, z: sill, width, height }, 'air'),
      ),
    },
  ];
  return {
    x: 0,
    y: -top,
    width: elevation.length,
    height: top - base,
    title: elevation.name ?? elevation.id,
    parts,
  };
}

/** The wall's outline between its plates and its top. */
function ground({ elevation: { length }, framing: { outline } }: ElevationLayout): Mark {
  const under = [0, ...outline.bends, length].flatMap((x, i, all) => {
    const next = all[i + 1];
    return next === undefined
      ? []
      : ([
          [x, -outline.baseAt(x + 1e-6)],
          [next, -outline.baseAt(x + 1e-6)],
        ] as const);
  });
  return {
    shape: 'polygon',
    corners: [...outline.top.map(([x, z]) => [x, -z] as const), ...under.reverse()],
    hatch: 'cavity',
    pen: 'fine',
  };
}

function marksOf(layer: ElevationLayer, layout: ElevationLayout): Mark[] {
  const { parts, framing, cladding } = layout;
  switch (layer) {
    case 'frame': {
      const stud = parts.wall.layers.find(({ member }) => member?.frame === parts.wall.mainFrame);
      const hatch = memberHatch(stud?.member?.material.category);
      return framing.members.map((member) => memberMark(member, hatch));
    }
    case 'services':
      return (layout.elevation.services ?? []).map(serviceMark);
    case 'sheathing':
      return sheetMarks(layout.sheathing, hatchFor(parts.sheathing, 'panel'));
    case 'membrane':
      return layout.membrane.map((course) => markOf(course, 'plain'));
    case 'boards': {
      const last = layout.boards.length - 1;
      return layout.boards.flatMap((boards, n) =>
        n < last
          ? boards.map(outlineOf)
          : sheetMarks(boards, hatchFor(parts.boards.at(-1), 'mineral-board')),
      );
    }
    case 'furring':
      return layout.strips.map((strip) => markOf(strip, 'wood'));
    case 'cladding': {
      const hatch = hatchFor(parts.cladding?.layer, 'cladding');
      const panel = hatch === 'cladding' ? 'plain' : hatch;
      return [
        ...cladding.courses.flatMap(({ z, exposure, boards }) =>
          boards.map(({ x, length }) => markOf({ x, z, width: length, height: exposure }, 'plain')),
        ),
        ...sheetMarks(cladding.panels, panel),
        ...cladding.boards.map((part) => markOf(part, panel)),
        ...cladding.control.map(({ x, z, width, height }): Mark => ({
          shape: 'path',
          pen: 'sheet',
          pieces: [
            [
              [x, -z],
              [width > height ? x + width : x, width > height ? -z : -z - height],
            ],
          ],
        })),
      ];
    }
  }
}

/** A box or a cabinet as it is seen, a run as its line. */
function serviceMark(service: Service): Mark {
  if (!isRun(service)) return markOf(service, 'plain');
  const path = service.path.map(([x, z]) => [x, -z] as const);
  return { shape: 'path', pen: service.kind === 'pipe' ? 'sheet' : 'fine', pieces: [path] };
}

type Side = readonly [number, number];

/** Sheets: a sheet that is cut around an opening is several rectangles, and has an edge only around all of them. */
function sheetMarks(pieces: readonly Cut<SheetPart>[], hatch: Hatch): Mark[] {
  const edges = pieces.flatMap((piece) => {
    const others = pieces.filter((one) => one.sheet === piece.sheet && one !== piece);
    return edgesOf(piece, others);
  });
  return [
    ...pieces.map((piece) => markOf(piece, hatch, 'none')),
    { shape: 'path', pen: 'outline', pieces: edges },
  ];
}

/** The edges of a piece where no other of its sheet goes on. */
function edgesOf(
  { x, z, width, height, heights }: Cut<SheetPart>,
  others: readonly Cut<SheetPart>[],
): Side[][] {
  const near = (a: number, b: number): boolean => Math.abs(a - b) < 1e-6;
  const [left, right] = heights ?? [height, height];
  const upright = (at: number, tall: number, meets: (one: Cut<SheetPart>) => boolean) =>
    uncovered(
      z,
      z + tall,
      others.filter(meets).map((one) => [one.z, one.z + one.height] as const),
    ).map(([from, to]): Side[] => [
      [at, -from],
      [at, -to],
    ]);
  const level = (at: number, meets: (one: Cut<SheetPart>) => boolean) =>
    uncovered(
      x,
      x + width,
      others.filter(meets).map((one) => [one.x, one.x + one.width] as const),
    ).map(([from, to]): Side[] => [
      [from, -at],
      [to, -at],
    ]);
  return [
    ...upright(x, left, (one) => near(one.x + one.width, x)),
    ...upright(x + width, right, (one) => near(one.x, x + width)),
    ...level(z, (one) => near(one.z + one.height, z)),
    ...(heights
      ? [
          [
            [x, -z - left],
            [x + width, -z - right],
          ] satisfies Side[],
        ]
      : level(z + height, (one) => near(one.z, z + height))),
  ];
}

/** What of a stretch none of some others covers. */
function uncovered(from: number, to: number, others: readonly Side[]): Side[] {
  const found: Side[] = [];
  let at = from;
  for (const [start, end] of [...others].sort((a, b) => a[0] - b[0])) {
    if (end <= at || start >= to) continue;
    if (start > at + 1e-6) found.push([at, start]);
    at = Math.max(at, end);
  }
  if (to > at + 1e-6) found.push([at, to]);
  return found;
}

/** A sheet of a layer that lies behind: its edges alone. */
const outlineOf = ({ x, z, width, height }: Rectangle): Mark => ({
  shape: 'path',
  pen: 'hidden',
  pieces: [
    [
      [x, -z],
      [x + width, -z],
      [x + width, -z - height],
      [x, -z - height],
      [x, -z],
    ],
  ],
});

/**
 * The bottom plate from above with what stands on it: a cross where a stud stands, lines at its edges.
 *
 * @param layout of the elevation
 */
export function plateScene({ elevation, framing, plateSheet }: ElevationLayout): Scene {
  const from = elevation.layout?.from ?? 'left';
  const plates: Mark[] = framing.plates.map(({ from: x, to }) => ({
    shape: 'rect',
    x,
    y: 0,
    width: to - x,
    height: PLATE_DRAWN,
    hatch: 'wood',
    pen: 'outline',
  }));
  const standing: Mark[] = plateSheet
    .filter(({ kind }) => kind !== 'cripple')
    .map(({ x, width, kind }) => {
      const left = from === 'left' ? x : elevation.length - x - width;
      const right = left + width;
      const edges = [left, right].map((at) => [[at, 0] as const, [at, PLATE_DRAWN] as const]);
      const middle = PLATE_DRAWN / 2;
      const half = width * 0.42;
      const tall = PLATE_DRAWN * 0.22;
      const center = (left + right) / 2;
      const cross =
        kind === 'stud'
          ? [
              [[center - half, middle - tall] as const, [center + half, middle + tall] as const],
              [[center - half, middle + tall] as const, [center + half, middle - tall] as const],
            ]
          : [];
      return { shape: 'path', pen: 'outline', pieces: [...edges, ...cross] };
    });
  return {
    x: 0,
    y: 0,
    width: elevation.length,
    height: PLATE_DRAWN,
    title: `${elevation.name ?? elevation.id}: plate`,
    parts: [
      { id: 'plates', name: 'Plates', faint: false, marks: plates },
      { id: 'standing', name: 'Marks', faint: false, marks: standing },
    ],
  };
}
