import { frameLayers, usualBetween, type Fill, type FrameRow } from '../framing/index.ts';
import { LIBRARY, type MaterialSearch } from '../../physics/materials/index.ts';
import { measured, say, type UnitSystem } from '../../common/units/index.ts';
import { findNamed } from './material.ts';
import { unusedNumbers } from './numbers.ts';
import type { FrameName } from './frame-names.ts';
import { LEAST_SPACING, type SaidFrame } from './frame-rows.ts';
import type { Reading } from './reading.ts';
import { ready, suggestion } from './suggestion.ts';

/** What may stand between battens. */
const BETWEEN = ['cavity-insulation', 'service-layer', 'continuous-insulation'] as const;

/** Steel of girts and channels where the line does not say, m: 43 and 33 mil. */
const GIRT_STEEL = 0.001146;
const HAT_STEEL = 0.000879;

/** Frames that stand inside the air barrier. */
const INDOORS: readonly FrameName[] = ['service', 'service-wall', 'resilient'];

/** Depth, and width of a solid one, where the line does not say, m. */
const SIZES = {
  furring: { depth: 0.019, width: 0.0889 },
  service: { depth: 0.0381, width: 0.0381 },
  outside: { depth: 0.0635, width: 0.0381 },
  girt: { depth: 0.0508, width: 0.0381 },
  hat: { depth: 0.0222, width: 0.0318 },
};

/** Readings of a line as battens, girts or channels beside the frame, with what stands between them. */
export function battens(said: SaidFrame, system: UnitSystem, search: MaterialSearch): Reading[] {
  const { numbers, keywords, names, words, material } = said;
  const named =
    words.length > 0 ? findNamed(words.join(' '), numbers, search, { roles: BETWEEN }) : [];
  // Outdoors a board stands better than a batt.
  const boards = named.filter(
    ({ material: { roles }, missed }) =>
      missed.length === 0 && roles?.includes('continuous-insulation'),
  );
  const indoors = INDOORS.some((name) => names.has(name));
  const hits = indoors || boards.length === 0 ? named : boards;
  const steelGirt = names.has('girt') && material === null && !numbers.lumber;
  const hat = names.has('hat') || names.has('resilient');
  const isSteel = steelGirt || hat || keywords.has('steel');
  const frame = indoors
    ? 'service'
    : names.has('girt') || (names.has('cross') && hits.length > 0) || hits.length > 0
      ? 'outside'
      : 'furring';
  const usual = SIZES[steelGirt ? 'girt' : hat ? 'hat' : frame];

  const used = new Set<unknown>();
  const take = (wanted: (value: number) => boolean): number | null => {
    const typed = numbers.lengths.find((length) => !used.has(length) && wanted(length.value));
    if (!typed) return null;
    used.add(typed);
    return typed.value;
  };
  const { lumber } = numbers;
  // Battens lie flat; where insulation stands between them outside, they stand on edge.
  const onEdge =
    !keywords.has('flat') &&
    (keywords.has('edge') ||
      names.has('service-wall') ||
      (frame === 'outside' && hits.length > 0 && !!lumber && lumber.value[0] > 0.03));
  const [thin, deep] = lumber?.value ?? [null, null];
  if (lumber) used.add(lumber);
  const depth =
    take((value) => value > 0 && value < LEAST_SPACING) ?? (onEdge ? deep : thin) ?? usual.depth;
  const width = (onEdge ? thin : deep) ?? usual.width;
  if (numbers.spacing) used.add(numbers.spacing);
  const spacing =
    numbers.spacing?.value ??
    take((value) => value >= LEAST_SPACING) ??
    (system === 'imperial' ? 0.4064 : 0.6);
  if (isSteel) used.add(numbers.steelThickness);
  const row: FrameRow = {
    build: 'battens',
    frame,
    depth,
    spacing,
    ...(isSteel
      ? {
          // A hat has two legs: as one web they are twice as thick.
          web: numbers.steelThickness?.value ?? (steelGirt ? GIRT_STEEL : 2 * HAT_STEEL),
          flange: usual.width,
          lip: 0,
        }
      : { width, material: memberOf(said, depth, width) }),
    ...directionOf(said),
  };
  const name = isSteel
    ? steelGirt
      ? 'Steel girts'
      : hat
        ? 'Steel channels'
        : 'Steel furring'
    : { service: 'Service battens', outside: 'Battens outside', furring: 'Furring' }[frame];
  const where = say`${name}, ${measured('length', depth)} at ${measured('length', spacing)}`;
  const reading = (fill: Fill, missed: string[], hit?: (typeof hits)[number]): Reading =>
    suggestion(
      frameLayers(row, fill),
      typeof fill === 'string'
        ? say`${where}, ${LIBRARY[fill]?.name ?? fill} between`
        : say`${where}, ${fill.air.ventilation === 'open' ? 'open gap' : 'still air'}`,
      {
        numbers: unusedNumbers(numbers, new Set([...used, ...(hit?.named ?? [])])),
        words: missed,
        ...(hit ? { answered: hit.answered } : {}),
        all: words,
        isMaterialWord: (word) => search.knows(word),
      },
    );
  if (hits.length > 0) return ready(hits.map((hit) => reading(hit.id, hit.missed, hit)));
  const still: Fill = { air: { ventilation: 'still' } };
  const fill = keywords.has('still') || keywords.has('empty') ? still : usualBetween(frame);
  return [reading(fill, words)];
}

/** What the battens are made of. */
function memberOf({ names, material }: SaidFrame, depth: number, width: number): string {
  if (names.has('rips')) return 'furring-plywood-strip';
  const strip = depth < 0.03;
  if (material === 'softwood-treated') return strip ? 'furring-treated-1x4' : material;
  if (material) return material;
  if (!strip) return 'softwood';
  return width < 0.07 ? 'furring-1x3' : 'furring-1x4';
}

function directionOf({ keywords, names }: SaidFrame): Pick<FrameRow, 'direction'> {
  if (keywords.has('horizontal') || names.has('cross')) return { direction: 'horizontal' };
  if (keywords.has('vertical') || names.has('service-wall')) return { direction: 'vertical' };
  return {};
}
