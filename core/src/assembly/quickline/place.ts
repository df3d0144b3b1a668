import type { Material, MaterialSearch } from '../../physics/materials/index.ts';
import { frameOf, mainFrameOf, type Layer } from '../../physics/build-up/index.ts';
import { freeLayerId, nameOf, placeFor, type Command } from '../wall/index.ts';
import type { NewLayer, Place, PlaceBeside } from './types.ts';

const INSIDE =
  /\b(?:(?:on|at|to)\s+the\s+)?(?:inside|indoors?|interior(?:\s+side)?|inboard|room\s+side|warm\s+side)\b(?!\s+of)/;
const OUTSIDE =
  /\b(?:(?:on|at|to)\s+the\s+)?(?:outside|outdoors?|exterior(?:\s+side)?|outboard|cold\s+side|continuous|ci)\b(?!\s+of)/;

const RELATIONS: ['over' | 'under', RegExp][] = [
  ['over', /\b(?:over(?:\s+top\s+of)?|on\s+top\s+of|on\s+the\s+face\s+of)\s+(.+)$/],
  ['under', /\b(?:under(?:neath)?|behind|beneath|below)\s+(.+)$/],
];

/** A line's words for a place. */
export interface SaidPlace<P extends Place = Place> {
  place: P;
  rest: string;
}

/** Takes “over the sheathing” and its like out of a line. @returns null where it says no such place */
export function takeRelation(text: string): SaidPlace<PlaceBeside> | null {
  for (const [side, pattern] of RELATIONS) {
    const match = pattern.exec(text);
    if (!match) continue;
    const of = match[1]!.replace(/\b(?:the|a|my|existing)\b/g, ' ').trim();
    return { place: { side, of }, rest: text.slice(0, match.index).trim() };
  }
  return null;
}

/** Takes “inside” or “outside” and their like out of a line. @returns null where it says no such place */
export function takeSide(text: string): SaidPlace | null {
  for (const [side, pattern] of [
    ['inside', INSIDE],
    ['outside', OUTSIDE],
  ] as const)
    if (pattern.test(text)) return { place: { side }, rest: text.replace(pattern, ' ').trim() };
  return null;
}

type FindMaterial = (id: string) => Material | undefined;
type Insert = Extract<Command, { type: 'insertLayer' }>;

/**
 * The commands that put new layers into a wall: where the line says, else each where it belongs, in their own order.
 *
 * @param layers of the wall, indoors first
 * @param fresh the new layers, indoors first
 * @param place what the line says of it, or null
 * @param search finds the layer that the line names
 * @param nextTo id of the layer right outside of which they go, before anything else
 * @returns the commands, or why the place is not found
 */
export function insertions(
  layers: readonly Layer[],
  fresh: readonly NewLayer[],
  place: Place | null,
  find: FindMaterial,
  search: MaterialSearch,
  nextTo: string | null = null,
): { commands: Insert[] } | { problem: string } {
  const next = layers.findIndex(({ id }) => id === nextTo);
  let start: number | null = next < 0 ? null : next + 1;
  if (start === null && place && 'of' in place) {
    const anchor = named(layers, place.of, find, search);
    if (anchor < 0) return { problem: `No layer of this wall answers to “${place.of}”` };
    start = besideOf(layers, anchor, place.side, fresh, find);
  }
  const commands: Insert[] = [];
  let whole = [...layers];
  let least = 0;
  for (const layer of fresh) {
    const numbered = { ...layer, id: freeLayerId(whole) };
    const usual = placeFor(whole, numbered, find);
    const wanted = start ?? (place ? onSide(whole, usual, place.side) : usual);
    const index = start === null ? Math.max(wanted, least) : start + commands.length;
    commands.push({ type: 'insertLayer', index, layer: numbered });
    whole = whole.toSpliced(index, 0, numbered);
    least = index + 1;
  }
  return { commands };
}

/** First and last index of the main frame, or null in a wall without one. */
function frameRange(layers: readonly Layer[]): [number, number] | null {
  const main = mainFrameOf(layers);
  const isMain = (layer: Layer): boolean => layer.kind === 'framed' && frameOf(layer) === main;
  const first = layers.findIndex(isMain);
  return first < 0 ? null : [first, layers.findLastIndex(isMain)];
}

/** A place held to one side of the main frame. */
function onSide(layers: readonly Layer[], usual: number, side: Place['side']): number {
  const frame = frameRange(layers);
  if (!frame) return usual;
  return side === 'inside' ? Math.min(usual, frame[0]) : Math.max(usual, frame[1] + 1);
}

/**
 * Over a layer is farther from the frame than it, under it is nearer; over the frame itself is on the side where the
 * new layer belongs.
 */
function besideOf(
  layers: readonly Layer[],
  anchor: number,
  side: Place['side'],
  fresh: readonly NewLayer[],
  find: FindMaterial,
): number {
  // Without a frame every layer is taken for an outer one.
  const [first, last] = frameRange(layers) ?? [-1, -1];
  const onFrame = anchor >= first && anchor <= last;
  const inside = onFrame
    ? placeFor(layers, { ...fresh[0]!, id: '' }, find) <= first
    : anchor < first;
  if (onFrame) return inside ? first : last + 1;
  return inside === (side === 'over') ? anchor : anchor + 1;
}

/** The layer that a person means by a few words, outermost first, or -1. */
function named(
  layers: readonly Layer[],
  words: string,
  find: FindMaterial,
  search: MaterialSearch,
): number {
  if (/\b(?:studs?|framing|frame)\b/.test(words)) return frameRange(layers)?.[1] ?? -1;
  const wanted = words.split(/\s+/);
  const has = (layer: Layer): boolean => {
    const material = layer.kind === 'sheet' ? find(layer.material) : undefined;
    const known = [nameOf(layer, find), ...(material?.aliases ?? []), ...(material?.roles ?? [])]
      .join(' ')
      .toLowerCase();
    return wanted.every((word) => known.includes(word.replace(/s$/, '')));
  };
  const byName = layers.findLastIndex(has);
  if (byName >= 0) return byName;
  const ids = search.find(words).map(({ id }) => id);
  const best = ids.find((id) => layers.some((l) => l.kind === 'sheet' && l.material === id));
  return layers.findLastIndex((layer) => layer.kind === 'sheet' && layer.material === best);
}
