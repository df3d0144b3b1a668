import type { Corner } from '../house/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { cutOff, Draft, type Range } from './draft.ts';
import type { Said } from './fields.ts';
import type { Stack } from './stack.ts';
import type { EdgeSection, Seals } from './types.ts';

const length = (value: number) => measured('length', value);

/** How much of each wall is drawn, m. */
const DRAWN = 0.45;

/** Studs of a corner beyond the end studs of both walls. */
const MORE_STUDS: Record<Corner, number> = { plain: 0, 'two-stud': 1, 'three-stud': 2, ladder: 0 };

/**
 * Two walls at a right angle, in plan. The inner faces meet in the origin of an outside corner, and the outer faces of
 * what counts in that of an inside corner; both walls run from there to the right and down.
 */
export function cornerSection(
  kind: 'corner-outside' | 'corner-inside',
  stack: Stack,
  said: Said,
  corner: Corner,
  seals: Seals = {},
): EdgeSection {
  const outside = kind === 'corner-outside';
  const { counted, frame, u, stud } = stack;
  // From the origin: outward for an outside corner, inward for an inside one.
  const off = (depth: number): number => (outside ? depth : counted - depth);
  const span = (from: number, to: number): Range => {
    const [a, b] = [off(from), off(to)];
    return a < b ? [a, b] : [b, a];
  };
  const draft = new Draft(kind, 'plan', stack, seals, [-Infinity, Infinity]);
  for (const { layer, from, to, fill } of stack.bands) {
    const [near, far] = span(from, to);
    const stuff = { category: layer.fill?.category ?? null, conductivity: fill };
    // One L: along the top, and down the left side.
    draft.piece(layer.id, '', [-far, cutOff(stack)], [near, far], stuff);
    draft.piece(layer.id, '', [-far, -near], [-cutOff(stack), near], stuff);
  }
  const [near, far] = frame ? span(frame.from, frame.to) : [counted, counted];
  const count = 1 + MORE_STUDS[corner];
  const along = (a: Range, depth: Range) => [a, span(...depth)] as const;
  const down = (a: Range, depth: Range): [Range, Range] => {
    const [from, to] = span(...depth);
    return [
      [-to, -from],
      [-a[1], -a[0]],
    ];
  };
  // The wall that runs through ends at the corner, the other butts against it.
  draft.wood('end', 'End studs', [-far, -far + stud * count], count, undefined, along);
  draft.wood('butt', 'End stud of the wall that butts', [-near, -near + stud], 1, undefined, down);
  draft.air(outside ? 'indoors' : 'outdoors', [0, cutOff(stack)], [-cutOff(stack), 0]);
  traceCorner(draft, off);
  measureCorner(draft, said, outside);
  const reach = outside ? stack.total : counted;
  const beyond = outside ? 0 : stack.total - counted;
  return draft.section(
    outside ? 'Outside corner, plan' : 'Inside corner, plan',
    [-reach, DRAWN + beyond],
    [-DRAWN - beyond, reach],
    draft.thermal(
      outside ? { x0: 'outdoors', y0: 'outdoors' } : { x0: 'indoors', y0: 'indoors' },
      [
        { name: 'wall that runs through', u, length: cutOff(stack) + far },
        { name: 'wall that butts', u, length: cutOff(stack) + near },
      ],
      'as the elevations are measured: along the frame, one wall through the corner, the other butting',
    ),
  );
}

function traceCorner(draft: Draft, off: (depth: number) => number): void {
  const { stack } = draft;
  const through = (depth: number): [number, number][] => {
    const at = off(depth);
    return [
      [cutOff(stack), at],
      [-at, at],
      [-at, -cutOff(stack)],
    ];
  };
  for (const [line, band] of [
    ['air', stack.air],
    ['water', stack.water],
  ] as const) {
    if (!band) continue;
    const middle = (band.from + band.to) / 2;
    draft.line(line, band.layer.fill?.name ?? band.layer.id, through(middle));
    const at = off(middle);
    if (line === 'air') draft.joint('air', 'corner-air', 'Tape around the corner', -at, at);
    else draft.joint('water', 'corner-lap', 'Membrane laps around the corner', -at, at);
  }
  if (stack.insulation) {
    const middle = (stack.insulation.from + stack.insulation.to) / 2;
    draft.line('insulation', 'insulation', through(middle));
    const at = off(middle);
    draft.joint('insulation', 'corner-fill', 'Corner filled, boards butted tight', -at, at);
  }
}

function measureCorner(draft: Draft, said: Said, outside: boolean): void {
  const { stack } = draft;
  const out = stack.gap - stack.sheathing;
  const cladding = stack.total - stack.gap;
  const strip = said.number('furring');
  const backing = said.text('backing');
  const thick = stack.boards.to - stack.boards.from;
  draft.measure(
    'stand-off',
    'Frame to the furring’s face',
    'length',
    stack.gap - (stack.frame?.to ?? 0),
  );
  if (outside) {
    draft.measure(
      'block',
      'Blocks at the corner',
      'length',
      out,
      say`as thick as boards and furring, ripped or stacked`,
    );
    draft.measure(
      'trim-wide',
      'Corner board, wide side',
      'length',
      strip + cladding + said.number('trimThickness'),
      say`over the furring and the edge of the other board`,
    );
    draft.measure('trim-narrow', 'Corner board, narrow side', 'length', strip + cladding);
    if (backing === 'furring' && out > stack.trade('furring-free'))
      draft.find(
        'furring-free',
        'fail',
        say`The corner’s furring stands ${length(out)} beyond the last stud`,
        say`More than ${length(stack.trade('furring-free'))} bends under the cladding’s edge: blocks between, tied back to the frame with two screws each, or a metal profile.`,
        draft.at(-stack.gap, stack.gap),
      );
  }
  draft.measure('boards', 'Outside boards', 'length', thick);
  draft.step(
    say`Membrane around the corner without a cut, lapped ${length(stack.trade('wrap-corner'))}`,
  );
  if (thick > 0)
    draft.step(
      outside
        ? say`Boards of one wall run out over the edge of the other’s by ${length(thick)}; layers lap the other way around`
        : say`Boards butted into the corner; layers lap the other way around`,
    );
  draft.step(
    backing === 'blocks'
      ? say`Blocks tied back to the corner studs, two screws each from different sides`
      : backing === 'metal'
        ? say`Metal profile fastened to the furring of both walls`
        : say`Furring lapped at the corner and screwed to itself`,
  );
  draft.step(
    say`Corner board or profile with play for both claddings; the gap stays open top and bottom`,
  );
}
