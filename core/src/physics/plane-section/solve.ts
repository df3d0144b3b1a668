import {
  boundariesOf,
  solvePlane,
  temperatureAt,
  type PlaneSection,
  type RefinedSolution,
} from '../conduction/index.ts';
import { InputError } from '../../common/errors.ts';
import type { SectionAnswer, SectionFile } from './types.ts';

/** Relative change of a coupling that ends refinement: two fifths of what an answer may be off. */
const TOLERANCE = 2e-3;

/** The most cells: what takes about a second. */
const CELL_BUDGET = 100_000;

/** A section file as the solver takes it. */
function planeSectionOf({ rectangles, environments, sides = {} }: SectionFile): PlaneSection {
  return {
    rectangles: rectangles.map(({ box: [x0, x1, y0, y1], conductivity }) => ({
      x0,
      x1,
      y0,
      y1,
      conductivity,
    })),
    // Each side is an environment of its own, whatever else the file says of it.
    sides: Object.fromEntries(
      Object.entries(sides).map(([name, { temperature, resistance }]) => [
        name,
        { temperature, resistance },
      ]),
    ),
    environments: (environments ?? []).map(
      ({ box: [x0, x1, y0, y1], temperature, resistance }) => ({
        x0,
        x1,
        y0,
        y1,
        temperature,
        resistance,
      }),
    ),
  };
}

/**
 * Solves a section: temperatures at its probes, the heat from each of its surroundings, and the thermal coupling
 * coefficient between each pair of them.
 *
 * @param file a validated section file
 * @throws InputError that names what does not make a section
 * @see EN ISO 10211:2017, clauses 7 and 9.2
 */
export function solveSection(file: SectionFile): SectionAnswer {
  const section = planeSectionOf(file);
  const solution = solvePlane(section, { tolerance: TOLERANCE, cellBudget: CELL_BUDGET });
  const { x, y, places, l2d, change, ended } = solution;
  const [left, right, top, bottom] = [x[0]!, x.at(-1)!, y[0]!, y.at(-1)!];
  const probes = (file.probes ?? []).map((probe, i): [string, number] => {
    if (probe.x < left || probe.x > right || probe.y < top || probe.y > bottom)
      throw new InputError(
        `probes[${i}]`,
        `x = ${probe.x}, y = ${probe.y} lies outside the section`,
        `x from ${left} to ${right}, y from ${top} to ${bottom}`,
      );
    return [probe.name, temperatureAt(solution, probe.x, probe.y)];
  });
  const boundaries = boundariesOf(section);
  const order = boundaries.map(({ name }) => places.indexOf(name));
  const problems: string[] = [];
  const couplings = boundaries.flatMap(({ name: from }, a) =>
    boundaries.slice(a + 1).map(({ name: to }, n) => {
      const value = l2d[order[a]!]![order[a + 1 + n]!]!;
      if (value === null)
        problems.push(
          `${from} and ${to} fix two surfaces that meet: the heat between them has no end. A surface resistance above 0 ends it.`,
        );
      return { from, to, l2d: value };
    }),
  );
  return {
    format: 'eldrun-plane-solution',
    version: 1,
    probes: Object.fromEntries(probes),
    flows: Object.fromEntries(
      boundaries.map(({ name }, a) => [name, flowOf(solution, section, order, a)]),
    ),
    couplings,
    change,
    ended,
    cells: solution.conductivity.length,
    problems,
  };
}

/** Σ L2D·(T − T of the other): EN ISO 10211:2017, 9.2. Null where a coupling to another temperature has no end. */
function flowOf(
  { l2d }: RefinedSolution,
  section: PlaneSection,
  order: readonly number[],
  a: number,
): number | null {
  const boundaries = boundariesOf(section);
  let flow = 0;
  for (let b = 0; b < boundaries.length; b++) {
    const over = boundaries[a]!.temperature - boundaries[b]!.temperature;
    if (over === 0) continue;
    const coupling = l2d[order[a]!]![order[b]!]!;
    if (coupling === null) return null;
    flow += coupling * over;
  }
  return flow;
}
