import type { MaterialSearch } from '../../physics/materials/index.ts';
import { LIBRARY } from '../../physics/materials/index.ts';
import { say, type Message } from '../../common/units/index.ts';
import { placeOf } from '../wall/index.ts';
import type { Between, Frame, Reading } from './reading.ts';
import { ready, suggestion } from './suggestion.ts';
import type { NewLayer } from './types.ts';

/** Thicknesses of a cavity add up to its depth within this, m. */
const CLOSE = 0.003;

/** What always parts two layers; a comma within a number does not. */
const PARTING = /\s*(?:[;+\n]|,(?!\d)|(?<!\d),|\bplus\b|\bthen\b|\bfollowed\s+by\b)\s*/;

/** What may part two layers, or stand within the name of one. */
const JOINING = /\s+(?:and|&|with|w\/|over|on)\s+/;

/** A part that only goes on about the layer before it: “16 oc”, “r-21”, “25 %”. */
const ONLY_NUMBERS =
  /^(?:[\d\s./"%#@-]|\b(?:r|in|inch|inches|mm|cm|oc|o\.c|on|center|at|lb|lbs|cc|c|thick)\b|\br\d|\bc\d|\dmm|\doc)+$/;

/** A way to cut a line into parts. */
interface Cut {
  parts: string[];
  /** Whether the line may as well be meant as one layer. */
  weak: boolean;
}

/** The ways to cut a line into what is said of one layer each, surest first; none where it names only one. */
export function splitLine(line: string, search: MaterialSearch): Cut[] {
  const directed = line.replace(/\b(?:from\s+)?(?:outside|inside)[\s-]+(?:in|out)\b:?/, ' ');
  const parts = joined(directed.split(PARTING));
  const cuts: Cut[] = [];
  const finer = parts.flatMap((part) =>
    search.isName(part) ? [part] : joined(part.split(JOINING)),
  );
  if (parts.length > 1) {
    // A name may have a comma itself: “Gypsum board, fire-rated”.
    const weak =
      !/[;+\n]/.test(line) && parts.some((part) => !/\d/.test(part) && !search.isName(part));
    if (finer.length > parts.length) cuts.push({ parts: finer, weak: true });
    cuts.push({ parts, weak });
  } else if (finer.length > 1) {
    cuts.push({ parts: finer, weak: true });
  }
  return cuts;
}

/** Parts that only go on about the one before are put to it. */
function joined(parts: string[]): string[] {
  const whole: string[] = [];
  for (const part of parts.map((one) => one.trim()).filter(Boolean))
    if (whole.length > 0 && ONLY_NUMBERS.test(part)) whole.push(`${whole.pop()} ${part}`);
    else whole.push(part);
  return whole;
}

/** Readings of several parts as one: the best of each, and the other readings of the last part. */
export function combine(readings: Reading[][]): Reading[] {
  const last = readings.at(-1)!;
  return ready(
    last.map((reading) => together([...readings.slice(0, -1).map(([best]) => best!), reading])),
  );
}

/** The layers of several parts in one order, indoors first, with what belongs between studs between them. */
function together(parts: Reading[]): Reading {
  const inward = isOutsideIn(parts.map(({ layers }) => layers[0]!));
  const ordered = filledIn(inward ? parts.toReversed() : parts);
  const said = inward ? ordered.toReversed() : ordered;
  return {
    layers: ordered.flatMap(({ layers }) => layers),
    label: said.reduce<Message>(
      (text, { label }, i) => (i === 0 ? label : say`${text}; ${label}`),
      [],
    ),
    place: parts.find(({ place }) => place)?.place ?? null,
    unused: [...new Set(parts.flatMap(({ unused }) => unused))],
    refused: said.find(({ refused }) => refused)?.refused ?? null,
  };
}

/** Whether layers are said from outdoors in: more of them step inward than outward. */
function isOutsideIn(layers: NewLayer[]): boolean {
  const places = layers.map((layer) => placeOf({ ...layer, id: '' }, (id) => LIBRARY[id]));
  let balance = 0;
  places.forEach((place, i) => {
    for (const later of places.slice(i + 1)) balance += Math.sign(later - place);
  });
  return balance < 0;
}

/**
 * Cavity insulation named right beside a frame goes between its studs, if the frame says nothing of what stands there
 * or has room left: spray foam against the sheathing, the others as said.
 */
function filledIn(parts: Reading[]): Reading[] {
  const rest = [...parts];
  for (let i = 0; i < rest.length; i++) {
    const { frame } = rest[i]!;
    if (!frame) continue;
    let current: Frame = frame;
    for (const step of [1, -1] as const)
      for (;;) {
        const neighbor = rest[i + step];
        const next = neighbor?.filler && add(current, neighbor, step);
        if (!next) break;
        current = next;
        rest.splice(i + step, 1);
        if (step < 0) i--;
      }
    if (current !== frame) rest[i] = withFrame(rest[i]!, current);
  }
  return rest;
}

function withFrame(reading: Reading, frame: Frame): Reading {
  return {
    ...suggestion(frame.layers(frame.between, frame.faced), frame.label(frame.between), {}),
    unused: reading.unused,
    refused: reading.refused,
    place: reading.place,
    frame,
  };
}

/** The frame with one more fill, or null where it has no room for it. */
function add(frame: Frame, { filler, unused, refused }: Reading, step: 1 | -1): Frame | null {
  const { material, thickness, words, numbers, faced } = filler!;
  if (unused.length > 0 && refused) return null;
  const { between, depth, divisible } = frame;
  const isFoam = LIBRARY[material]?.category === 'spray-foam';
  const known = between.reduce((sum, one) => sum + (one.thickness ?? 0), 0);
  const open = between.filter((one) => one.thickness === null);
  const isAir = (one: Between): boolean => typeof one.fill !== 'string';
  const full = open.some((one) => !isAir(one));
  const partial = thickness !== null && Math.abs(thickness - depth) > CLOSE;
  if (partial && (!divisible || thickness > depth)) return null;
  const best = (room: number): string => frame.fills(words, numbers, room)[0] ?? material;
  if (between.length === 0) {
    const fill = best(partial ? thickness : depth);
    if (!partial)
      return { ...frame, between: [{ fill, thickness: null }], faced: frame.faced || faced };
    const air: Between = { fill: { air: { ventilation: 'still' } }, thickness: null };
    return { ...frame, between: [air, { fill, thickness }], faced: frame.faced || faced };
  }
  if (!divisible) return null;
  // Foam sprayed against the sheathing of a cavity that is filled otherwise.
  if (full && !(isFoam && partial && known + thickness < depth)) return null;
  const solid = between.filter((one) => !isAir(one));
  const room = depth - solid.reduce((sum, one) => sum + (one.thickness ?? 0), 0);
  if (!full && room < CLOSE) return null;
  const exact = thickness !== null && thickness < room - CLOSE ? thickness : null;
  if (!full && thickness !== null && thickness > room + CLOSE) return null;
  const added: Between = {
    fill: best(exact ?? room),
    thickness: full ? thickness : exact,
  };
  const foamOf = (one: Between): boolean =>
    typeof one.fill === 'string' && LIBRARY[one.fill]?.category === 'spray-foam';
  const air = !full && exact !== null ? between.filter(isAir) : [];
  const fills = step > 0 ? [...solid, added] : [added, ...solid];
  return {
    ...frame,
    faced: frame.faced || faced,
    between: [...air, ...fills.filter((one) => !foamOf(one)), ...fills.filter(foamOf)],
  };
}
