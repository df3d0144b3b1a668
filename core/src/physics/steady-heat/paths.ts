import { type ResolvedWall, inMainFrame } from '../build-up/index.ts';
import type { Resistances } from './resistances.ts';

/** A slightly ventilated air layer and how far it counts as open, 0 to 1. */
export interface SlightLayer {
  index: number;
  openShare: number;
}

/**
 * The slightly ventilated air layers, outermost first: R_T = ((1500 − A_v)·R_still + (A_v − 500)·R_open) / 1000, A_v held
 * to 500…1500 mm²/m (EN ISO 6946:2017, 6.9.3; wall-file rule 2).
 */
export function slightlyVentilated(wall: ResolvedWall): SlightLayer[] {
  return wall.layers
    .slice(0, wall.counted)
    .filter(({ ventilation }) => ventilation === 'slight')
    .map(({ index, openingArea }) => ({
      index,
      openShare: (Math.min(1500, Math.max(500, openingArea)) - 500) / 1000,
    }))
    .reverse();
}

/**
 * A total R that slightly ventilated air layers may stand in. With several of them the outer ones are blended first.
 *
 * @param wall a resolved wall
 * @param totalTo computes the total R of the layers before `end`, with that outer film, m²K/W
 * @returns m²K/W
 */
export function blended(
  wall: ResolvedWall,
  totalTo: (end: number, outerFilm: number) => number,
): number {
  let total = totalTo(wall.counted, wall.outerFilm);
  for (const { index, openShare } of slightlyVentilated(wall))
    total = (1 - openShare) * total + openShare * totalTo(index, wall.innerFilm);
  return total;
}

/** R through the fill of every layer, films included, m²K/W. */
export function cavityPathResistance(wall: ResolvedWall, { fill }: Resistances): number {
  return blended(wall, (end, outerFilm) => {
    let total = wall.innerFilm + outerFilm;
    for (let i = 0; i < end; i++) total += fill[i]!;
    return total;
  });
}

/** R through the main frame's member in each of its layers and the fill of every other, films included, m²K/W. */
export function framePathResistance(wall: ResolvedWall, { fill, member }: Resistances): number {
  return blended(wall, (end, outerFilm) => {
    let total = wall.innerFilm + outerFilm;
    for (let i = 0; i < end; i++) total += onFramePath(wall, i) ? member[i]! : fill[i]!;
    return total;
  });
}

/** Whether the frame path crosses layer `i` in a member. */
export function onFramePath(wall: ResolvedWall, i: number): boolean {
  return inMainFrame(wall, wall.layers[i]!);
}

/**
 * Isothermal planes: each framed layer becomes one resistance 1 / Σ(f/R), then a plain sum
 * (EN ISO 6946:2017, 6.7.2.4: the lower limit; wall-file rule 4).
 *
 * @returns m²K/W, films included
 */
export function isothermalPlanesResistance(
  wall: ResolvedWall,
  { fill, member }: Resistances,
): number {
  return blended(wall, (end, outerFilm) => {
    let total = wall.innerFilm + outerFilm;
    for (let i = 0; i < end; i++) {
      const share = wall.layers[i]!.member?.share ?? 0;
      total += 1 / (share / member[i]! + (1 - share) / fill[i]!);
    }
    return total;
  });
}

/** The nested paths through one frame: the share of the area each takes, and its R over the frame's layers. */
interface FrameChoices {
  shares: number[];
  resistances: number[];
}

/**
 * Parallel path: the share-weighted sum of U over every combination of paths. The members of one frame stand centered
 * behind one another, so a path through a narrow member passes through the wider ones; different frames combine as
 * independent (EN ISO 6946:2017, 6.7.2.3: the upper limit; wall-file rule 4).
 *
 * @returns m²K/W, films included
 */
export function parallelPathResistance(wall: ResolvedWall, resistances: Resistances): number {
  return blended(wall, (end, outerFilm) => {
    let continuous = wall.innerFilm + outerFilm;
    const frames = new Map<string, number[]>();
    for (let i = 0; i < end; i++) {
      const { member } = wall.layers[i]!;
      if (!member) continuous += resistances.fill[i]!;
      else if (frames.has(member.frame)) frames.get(member.frame)!.push(i);
      else frames.set(member.frame, [i]);
    }
    const choices = [...frames.values()].map((layers) => choicesOf(wall, layers, resistances));
    return 1 / combine(choices, 0, 1, continuous);
  });
}

function combine(
  choices: FrameChoices[],
  frame: number,
  share: number,
  resistance: number,
): number {
  if (frame === choices.length) return share / resistance;
  const { shares, resistances } = choices[frame]!;
  let u = 0;
  for (let i = 0; i < shares.length; i++)
    u += combine(choices, frame + 1, share * shares[i]!, resistance + resistances[i]!);
  return u;
}

function choicesOf(
  wall: ResolvedWall,
  layers: number[],
  { fill, member }: Resistances,
): FrameChoices {
  const shareOf = (i: number): number => wall.layers[i]!.member!.share;
  const bounds = [...new Set(layers.map(shareOf))].sort((a, b) => a - b);
  const shares: number[] = [];
  const resistances: number[] = [];
  let below = 0;
  for (const bound of [...bounds, 1]) {
    shares.push(bound - below);
    // This path lies beyond the members of share `below` and narrower, and inside all wider ones.
    let r = 0;
    for (const i of layers) r += shareOf(i) > below ? member[i]! : fill[i]!;
    resistances.push(r);
    below = bound;
  }
  return { shares, resistances };
}
