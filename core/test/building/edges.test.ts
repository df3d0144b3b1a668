import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import {
  applyDetails,
  breaksOf,
  checkPenetrations,
  clearFieldU,
  continuity,
  DETAILS_FORMAT,
  EDGE_FIELDS,
  EDGE_KINDS,
  edgesHeat,
  GROUP_OF,
  houseEdges,
  judgeEdgeHeat,
  POSITIONS,
  Said,
  saidOf,
  sectionOf,
  solveEdge,
  stackOf,
  traceFindings,
  yearlyCost,
  type Details,
  type EdgeKind,
  type EdgeSection,
  type HouseEdge,
  type Settings,
} from '@eldrun/core/edges';
import { assemblyParts, layoutHouse } from '@eldrun/core/layout';
import { detailsFile } from '@eldrun/core/results';
import { INCH, messageText } from '@eldrun/core/units';
import { resolveWall, withBrief, type ResolvedWall, type WallFile } from '@eldrun/core/build-up';
import { solvePlane, surfaceAt } from '@eldrun/core/conduction';
import { takeoffOf } from '@eldrun/core/takeoff';
import { tradeOf } from '@eldrun/core/trade';
import type { House } from '@eldrun/core/house';
import { parseDetailedHouse } from '@eldrun/core/edges/file';
import { validateDetails } from '../../src/building/edges/schema.ts';
import { solveSection, type SectionFile } from '@eldrun/core/plane-section';
import { DEMO_PROJECTS } from '@eldrun/demo';

const DEMO = DEMO_PROJECTS[0]!;

const wallFile = (n: number): WallFile => withBrief(DEMO.walls[n]!, DEMO.brief);

/** The demo wall with outside boards so thick, m. */
function withBoard(thickness: number): WallFile {
  const wall = structuredClone(wallFile(1));
  const board = wall.layers.find(({ id }) => id === 'L6')!;
  board.thickness = thickness;
  return wall;
}

const SIZE = { kind: 'window' as const, width: 0.9144, height: 1.2192, header: null, jacks: 1 };

function edgeOf(
  kind: EdgeKind,
  wall: ResolvedWall,
  settings: Settings = {},
  more: Partial<HouseEdge> = {},
): EdgeSection {
  return sectionOf({
    id: 'E',
    kind,
    name: kind,
    assembly: 'A',
    length: 1,
    places: [],
    said: new Said(GROUP_OF[kind], settings),
    seals: {},
    stack: stackOf(wall),
    size: SIZE,
    added: false,
    ...more,
  });
}

const psiOf = (section: EdgeSection): number => solveEdge(section)!.heat.psi;
const measureOf = ({ measures }: EdgeSection, id: string): number | undefined =>
  measures.find((one) => one.id === id)?.value;
const findingsOf = ({ findings }: EdgeSection): string[] => findings.map(({ id }) => id);
const openIds = (section: EdgeSection): string[] => breaksOf(section).map(({ id }) => id);

const B = resolveWall(wallFile(1));
const OUTSIDE = resolveWall(wallFile(2));

describe('ψ', () => {
  test('is what the section’s file gives less what is counted by area', () => {
    const file = detailsFile(demoHouse());
    const jamb = file.edges.find(({ kind }) => kind === 'jamb')!;
    const coupling = (section: object): number => {
      const both = section as SectionFile & { environments: { place: string }[] };
      const answer = solveSection(both);
      const placeOf = (name: string): string =>
        name.startsWith('env')
          ? both.environments[Number(/\d+/.exec(name)![0])]!.place
          : (both.sides as Record<string, { place: string }>)[name]!.place;
      return answer.couplings.reduce<number>(
        (sum, { from, to, l2d }) => (placeOf(from) === placeOf(to) ? sum : sum + l2d!),
        0,
      );
    };
    const l2d = coupling(jamb.section!);
    const window = coupling(jamb.without!);
    const [wall] = jamb.reference!.flanks;
    expect(Math.abs(jamb.l2d / l2d - 1)).toBeLessThan(0.005);
    expect(jamb.psi).toBeCloseTo(l2d - window - wall!.u * wall!.length, 2);
    expect(wall!.length).toBe(1);
  });

  test('stands within 0.5 % of a grid that is refined ten times further, at every edge', () => {
    for (const kind of EDGE_KINDS) {
      const section = edgeOf(kind, OUTSIDE);
      if (!section.thermal) continue;
      const fine = solvePlane(section.thermal.section, { tolerance: 2e-4 });
      const [cold, warm] = [fine.places.indexOf('outdoors'), fine.places.indexOf('indoors')];
      const { l2d } = solveEdge(section)!.heat;
      expect(Math.abs(l2d / fine.l2d[cold]![warm]! - 1)).toBeLessThan(0.005);
    }
  });

  test('of what leaves the wall as it is: nothing', () => {
    expect(psiOf(edgeOf('ledger', B, { held: 'free' }))).toBeCloseTo(0, 5);
    expect(
      psiOf(edgeOf('partition', B, {}, { partition: { width: 0.114, kind: 'ladder' } })),
    ).toBeCloseTo(0, 2);
    expect(solveEdge(edgeOf('control-joint', B))).toBeNull();
  });

  test('of a ledger through the boards is the boards’, and standoffs leave them whole', () => {
    const direct = psiOf(edgeOf('ledger', B, { held: 'direct' }));
    expect(direct).toBeGreaterThan(0.005);
    expect(psiOf(edgeOf('ledger', B, { held: 'standoff' }))).toBeCloseTo(0, 5);
    expect(psiOf(edgeOf('ledger', OUTSIDE, { held: 'direct' }))).toBeGreaterThan(direct);
  });

  test('three positions in thick boards: least in the insulation, and a box costs its plywood', () => {
    const psi = Object.fromEntries(
      POSITIONS.map((position) => [
        position,
        psiOf(edgeOf('jamb', OUTSIDE, { position, carrier: 'buck' })),
      ]),
    );
    expect(psi['insulation']).toBeLessThan(psi['sheathing']! - 0.004);
    expect(psi['insulation']).toBeLessThan(psi['cladding']! - 0.02);
    const boxed = psiOf(edgeOf('jamb', OUTSIDE, { position: 'insulation', carrier: 'box' }));
    expect(boxed).toBeGreaterThan(psi['insulation']!);
  });

  test('a header with a fill lets less through than solid wood', () => {
    const headed = (fill: string | null) =>
      psiOf(edgeOf('head', B, {}, { size: { ...SIZE, header: { depth: 0.184, plies: 2, fill } } }));
    expect(headed('xps')).toBeLessThan(headed(null) - 0.005);
  });

  test('insulation over the frame lowers it', () => {
    const bare = psiOf(edgeOf('jamb', OUTSIDE, { position: 'sheathing' }));
    expect(psiOf(edgeOf('jamb', OUTSIDE, { position: 'sheathing', overlap: 0.03 }))).toBeLessThan(
      bare - 0.01,
    );
  });

  test('corners: more studs lose more; outside corners cost less by the frame’s measure than inside ones', () => {
    const outside = (corner: 'plain' | 'three-stud') =>
      psiOf(edgeOf('corner-outside', B, {}, { corner }));
    expect(outside('three-stud')).toBeGreaterThan(outside('plain'));
    const section = edgeOf('corner-outside', B, {}, { corner: 'plain' });
    const lengths = section.thermal!.flanks.map(({ length }) => length);
    // Along the frame: one wall runs through the corner by its depth, the other stops at its inner face.
    expect(lengths[0]! - lengths[1]!).toBeCloseTo(0.1397, 6);
  });

  test('an insulated slab edge loses less, and the floor of a bare one is colder', () => {
    const bare = solveEdge(edgeOf('base', B, { edgeInsulation: 0 }))!.heat;
    const insulated = solveEdge(edgeOf('base', B, { edgeInsulation: 2 }))!.heat;
    expect(insulated.psi).toBeLessThan(bare.psi - 0.05);
    expect(insulated.surface).toBeGreaterThan(bare.surface + 1);
    expect(judgeEdgeHeat(B, bare).status).toBe('caution');
  });

  test('a thin section is refined until it stands still: the window alone, and ψ within its stated error', () => {
    const { thermal, pieces } = edgeOf('jamb', B);
    const between = ({ l2d, places }: ReturnType<typeof solvePlane>): number =>
      l2d[places.indexOf('outdoors')]![places.indexOf('indoors')]!;
    const fine = (section: Parameters<typeof solvePlane>[0]): number =>
      between(solvePlane(section, { tolerance: 1e-5 }));
    const alone = thermal!.without!.section;
    expect(between(solvePlane(alone, { tolerance: 2e-3 })) / fine(alone)).toBeCloseTo(1, 3);
    const heat = solveEdge({ thermal, pieces })!.heat;
    const flanks = thermal!.flanks.reduce((sum, { u, length }) => sum + u * length, 0);
    const psi = fine(thermal!.section) - fine(alone) - flanks;
    expect(Math.abs(heat.psi - psi)).toBeLessThan(heat.error);
    expect(heat.error).toBeLessThan(5e-4);
  });

  test('the temperature factor is that of a far finer grid, without one: ends of surfaces are read, not the cells beside them', () => {
    const { thermal, pieces } = edgeOf('jamb', B);
    const { sides, environments = [], rectangles } = thermal!.section;
    const sheltered = <T extends { place?: string; resistance: number }>(one: T): T =>
      one.place === 'indoors' ? { ...one, resistance: 0.25 } : one;
    const fine = solvePlane(
      {
        rectangles,
        sides: Object.fromEntries(
          Object.entries(sides).map(([name, side]) => [name, sheltered(side)]),
        ),
        environments: environments.map(sheltered),
      },
      { tolerance: 1e-6 },
    );
    const frame = pieces.filter(({ window }) => window);
    const walls = surfaceAt(fine, 'indoors').filter(
      ({ x, y }) => !frame.some((one) => x >= one.x0 && x <= one.x1 && y >= one.y0 && y <= one.y1),
    );
    const temperatures = [...Object.values(sides), ...environments].map((one) => one.temperature);
    const [cold, warm] = [Math.min(...temperatures), Math.max(...temperatures)];
    const factor = (Math.min(...walls.map((one) => one.temperature)) - cold) / (warm - cold);
    const solved = solveEdge({ thermal, pieces })!;
    expect(Math.abs(solved.heat.factor - factor)).toBeLessThan(0.005);
    expect(fine.conductivity.length).toBeGreaterThan(3 * solved.field.conductivity.length);
  });

  describe('the floor on the ground, against EN ISO 13370', () => {
    // Half of a floor 8 m wide: B′ = 8 m; soil 1.5 W/(m·K), films 0.17 and 0.04.
    const [soil, width, films] = [1.5, 8, 0.21];
    const couplingOf = (section: Parameters<typeof solvePlane>[0]): number => {
      const { l2d, places } = solvePlane(section);
      return l2d[places.indexOf('outdoors')]![places.indexOf('indoors')]!;
    };
    const slabR = 0.1016 / 2.0;

    test.each([0, 1.76])('by itself, insulated under the slab with R %p', (under) => {
      const { thermal } = edgeOf('base', B, { slabInsulation: under, soil: 0 });
      const wall = -thermal!.without!.section.rectangles.at(-1)!.x0;
      const d = wall + soil * (films + slabR + under);
      const u =
        d < width
          ? ((2 * soil) / (Math.PI * width + d)) * Math.log((Math.PI * width) / d + 1)
          : soil / (0.457 * width + d);
      const half = couplingOf(thermal!.without!.section);
      expect(half / (u * (width / 2))).toBeGreaterThan(0.93);
      expect(half / (u * (width / 2))).toBeLessThan(1.07);
    });

    test('what upright insulation at its edge saves is of the size of the standard’s', () => {
      const at = (edgeInsulation: number): number => {
        const { thermal } = edgeOf('base', B, {
          slabInsulation: 0,
          edgeInsulation,
          edgeDepth: 1,
          soil: 0,
          boardsDown: 0,
        });
        return couplingOf(thermal!.section);
      };
      const wall = 0.2032;
      const d = wall + soil * (films + slabR);
      const more = 2 * soil - 2 * 0.035;
      const term = (extra: number): number => Math.log((2 * 1) / (d + extra) + 1);
      const standard = (soil / Math.PI) * (term(0) - term(more));
      // The standard knows no bare edge of the slab: where there is one, its insulation saves more.
      expect(at(0) - at(2)).toBeGreaterThan(standard);
      expect(at(0) - at(2)).toBeLessThan(6 * standard);
    });
  });

  test('foam that runs down the slab’s edge is no cladding that ends below grade', () => {
    const down = edgeOf('base', B, { boardsDown: 0.5 });
    expect(findingsOf(down)).not.toContain('clearance');
    expect(findingsOf(down)).toContain('bare-boards');
    expect(measureOf(down, 'clearance')).toBeGreaterThan(0.1);
    expect(findingsOf(edgeOf('base', B, { soil: 0.05 }))).toContain('clearance');
  });

  test('a low heel costs at an eave', () => {
    const low = solveEdge(edgeOf('eave', B, { heel: 0.05 }))!.heat;
    const raised = solveEdge(edgeOf('eave', B, { heel: 0.3556 }))!.heat;
    expect(low.psi).toBeGreaterThan(raised.psi + 0.01);
    expect(findingsOf(edgeOf('eave', B, { heel: 0.05 }))).toContain('heel');
  });
});

describe('what follows from the layers', () => {
  const inch = (position: string, id: string, carrier = 'box'): number =>
    measureOf(edgeOf('jamb', resolveWall(withBoard(0.0381 + INCH)), { position, carrier }), id)! -
    measureOf(edgeOf('jamb', B, { position, carrier }), id)!;

  test('an inch of board more: trim at the sheathing, box and lining at the cladding, half of each between', () => {
    expect(inch('sheathing', 'trim')).toBeCloseTo(INCH, 9);
    expect(inch('sheathing', 'box')).toBeCloseTo(0, 9);
    expect(inch('cladding', 'box')).toBeCloseTo(INCH, 9);
    expect(inch('cladding', 'extension')).toBeCloseTo(INCH, 9);
    expect(inch('cladding', 'trim')).toBeCloseTo(0, 9);
    expect(inch('insulation', 'box')).toBeCloseTo(INCH / 2, 9);
    expect(inch('insulation', 'trim')).toBeCloseTo(INCH / 2, 9);
  });

  test('rough overhang: finished, what stands outside the frame, play', () => {
    const rough = (thickness: number) =>
      measureOf(edgeOf('eave', resolveWall(withBoard(thickness))), 'rough')!;
    const outside = stackOf(B).total - stackOf(B).frame!.to;
    expect(rough(0.0381)).toBeCloseTo(0.3048 + outside + 0.0127, 9);
    expect(rough(0.0381 + INCH) - rough(0.0381)).toBeCloseTo(INCH, 9);
  });

  test('a sill falls over its whole depth; below 1/4 in. per ft it is wrong', () => {
    const sill = edgeOf('sill', B, { sillSlope: 6 });
    const run = stackOf(B).total - measureOf(sill, 'extension')!;
    expect(measureOf(sill, 'sill-drop')).toBeCloseTo(Math.tan((6 * Math.PI) / 180) * run, 9);
    const status = (sillSlope: number) =>
      edgeOf('sill', B, { sillSlope }).findings.find(({ id }) => id === 'sill-slope')?.status;
    expect(status(1)).toBe('fail');
    expect(status(1.3)).toBe('info');
    expect(status(5)).toBeUndefined();
  });

  test('the takeoff follows: plywood by the box’s depth, returns by the trim’s', () => {
    const goods = (position: string, thickness: number): Record<string, number> => {
      const house = demoHouse(withBoard(thickness));
      const { elevations } = layoutHouse(house, assemblyParts(house.assemblies));
      const details = { groups: { opening: { position } } };
      return Object.fromEntries(
        takeoffOf(elevations, house, { details })
          .lines.filter(({ elevation }) => elevation === null)
          .map(({ material, net }) => [material, net]),
      );
    };
    const around = 2 * (2 * 1.2192 + 2 * 0.9144);
    const thin = goods('cladding', 0.0381);
    const thick = goods('cladding', 0.0381 + INCH);
    expect(thick['opening-box']! - thin['opening-box']!).toBeCloseTo(around * INCH, 9);
    expect(thick['opening-return'] ?? 0).toBe(thin['opening-return'] ?? 0);
    expect(
      goods('sheathing', 0.0381 + INCH)['opening-return']! -
        goods('sheathing', 0.0381)['opening-return']!,
    ).toBeCloseTo(around * INCH, 9);
    const { elevations } = layoutHouse(demoHouse(), assemblyParts(demoHouse().assemblies));
    expect(takeoffOf(elevations, demoHouse()).lines.map(({ material }) => material)).not.toContain(
      'opening-box',
    );
  });
});

describe('lines', () => {
  test('usual joints hold each line; one left out breaks its own alone, where it is', () => {
    const whole = edgeOf('jamb', B, { position: 'sheathing' });
    expect(openIds(whole)).toEqual([]);
    const broken = edgeOf('jamb', B, {}, { seals: { 'air-box': false } });
    expect(openIds(broken)).toEqual(['air-box']);
    const findings = traceFindings(broken);
    expect(findings.find(({ id }) => id === 'break-air-box')).toMatchObject({ status: 'fail' });
    expect(findings.find(({ id }) => id === 'line-water')).toMatchObject({ status: 'pass' });
    const { at } = breaksOf(broken, 'air')[0]!;
    // At the edge of the opening, in the depth of the sheathing.
    expect(at[0]).toBeCloseTo(0, 9);
    expect(-at[1]).toBeGreaterThan(stackOf(B).frame!.to);
    expect(-at[1]).toBeLessThan(stackOf(B).sheathing);
  });

  test('a window outside of all insulation breaks the insulation line', () => {
    const cavityOnly = resolveWall(wallFile(0));
    expect(
      openIds(
        edgeOf('jamb', cavityOnly, { position: 'cladding', frameDepth: 0.02, flangeSetback: 0 }),
      ),
    ).toContain('planes-meet');
    expect(openIds(edgeOf('jamb', cavityOnly, { position: 'insulation' }))).not.toContain(
      'planes-meet',
    );
  });

  test('an inner air barrier is carried around the floor, and behind inner walls', () => {
    const inner = { ...stackOf(B, { air: 'L2' }) };
    expect(inner.air!.layer.id).toBe('L2');
    const joints = (kind: EdgeKind) =>
      edgeOf(kind, B, {}, { stack: inner }).lines.flatMap((line) =>
        line.joints.map(({ id }) => id),
      );
    expect(joints('rim')).toContain('rim-wrap');
    expect(joints('partition')).toContain('strip-behind');
    expect(edgeOf('rim', B).lines.flatMap((line) => line.joints.map(({ id }) => id))).toContain(
      'rim-tape',
    );
  });

  test('a gasket taken as a moisture stop leaves the air line open at the base', () => {
    expect(openIds(edgeOf('base', B, { plateSeal: 'moisture' }))).toContain('base-seal');
    expect(openIds(edgeOf('base', B, { plateSeal: 'air' }))).toEqual([]);
    expect(openIds(edgeOf('base', B, { plateSeal: 'none' }))).toEqual(['base-seal', 'capillary']);
  });
});

describe('what is wrong is named, and the rest computed', () => {
  test('a window deeper than the wall; a negative reveal; nothing that carries it', () => {
    const deep = edgeOf('jamb', B, { frameDepth: 0.4 });
    expect(findingsOf(deep)).toContain('deeper-than-wall');
    expect(Number.isFinite(psiOf(deep))).toBe(true);
    const proud = edgeOf('jamb', B, { position: 'cladding', flangeSetback: 0.1 });
    expect(measureOf(proud, 'reveal')).toBeLessThan(0);
    expect(proud.findings.find(({ id }) => id === 'stands-proud')).toMatchObject({
      status: 'caution',
    });
    expect(findingsOf(edgeOf('jamb', B, { position: 'cladding', carrier: 'none' }))).toContain(
      'not-carried',
    );
    expect(findingsOf(edgeOf('jamb', B, { order: 'after' }))).toContain('flange-behind-boards');
  });

  test('a layer that was chosen as a barrier and is gone', () => {
    const stack = stackOf(B, { air: 'gone', water: 'L5' });
    expect(stack.air!.layer.id).toBe('L4');
    expect(stack.findings.map(({ id }) => id)).toEqual(['gone-air']);
    expect(psiOf(edgeOf('jamb', B, {}, { stack }))).toBeCloseTo(psiOf(edgeOf('jamb', B)), 9);
  });

  test('whatever is set within its limits: finite, and every wall of the demo', () => {
    const walls = DEMO_PROJECTS.flatMap(({ walls: all, brief }) =>
      all.map((wall) => resolveWall(withBrief(wall, brief))),
    );
    fc.assert(
      fc.property(
        fc.constantFrom(...walls),
        fc.constantFrom(...EDGE_KINDS),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 20, maxLength: 20 }),
        (wall, kind, shares) => {
          const settings = Object.fromEntries(
            EDGE_FIELDS[GROUP_OF[kind]].map(({ id, usual, choices, least, most }, n) => {
              const share = shares[n]!;
              if (choices)
                return [
                  id,
                  choices[Math.min(choices.length - 1, Math.floor(share * choices.length))]![0],
                ];
              if (typeof usual === 'boolean') return [id, share > 0.5];
              // Mostly near what is usual, sometimes anything.
              return [id, share > 0.8 ? least! + (most! - least!) * shares[(n + 7) % 20]! : usual];
            }),
          ) as Settings;
          const section = edgeOf(kind, wall, settings);
          for (const { value } of section.measures) expect(Number.isFinite(value)).toBe(true);
          const solved = solveEdge(section);
          if (!solved) return;
          const { l2d, psi, surface, factor } = solved.heat;
          for (const value of [l2d, psi, surface, factor])
            expect(Number.isFinite(value)).toBe(true);
          expect(factor).toBeLessThanOrEqual(1 + 1e-9);
        },
      ),
      { numRuns: 60 },
    );
  });
});

/** A house of one wall with two windows alike and a corner, or the demo's with its four. */
function demoHouse(wall: WallFile = wallFile(1)): House {
  const window = (id: string, x: number) => ({
    id,
    kind: 'window' as const,
    x,
    sill: 0.9,
    width: 0.9144,
    height: 1.2192,
    header: { depth: 0.184, plies: 2 },
  });
  return {
    format: 'eldrun-house',
    version: 1,
    name: 'House',
    assemblies: { A: wall },
    elevations: [
      {
        id: 'north',
        assembly: 'A',
        facing: 0,
        length: 8,
        height: 2.467,
        openings: [window('W1', 1.5), window('W2', 4)],
        ends: { right: { meets: 'west', runs: 'through', corner: 'two-stud' } },
        intersections: [{ x: 6.5, width: 0.114, kind: 'ladder' }],
      },
      {
        id: 'west',
        assembly: 'A',
        facing: 270,
        length: 6,
        top: [
          [0, 2.467],
          [3, 4.467],
          [6, 2.467],
        ],
        ends: { left: { meets: 'north', runs: 'butts', corner: 'two-stud' } },
      },
    ],
  };
}

const laid = (house: House) => layoutHouse(house, assemblyParts(house.assemblies)).elevations;

describe('the edges of a house', () => {
  const house = demoHouse();
  const { edges } = houseEdges(house, laid(house));
  const lengthOf = (kind: EdgeKind) =>
    edges.filter((one) => one.kind === kind).reduce((sum, { length }) => sum + length, 0);

  test('lengths from the elevations, alike ones as one, each corner once', () => {
    expect(lengthOf('head')).toBeCloseTo(2 * 0.9144, 9);
    expect(lengthOf('jamb')).toBeCloseTo(4 * 1.2192, 9);
    expect(lengthOf('sill')).toBeCloseTo(2 * 0.9144, 9);
    expect(edges.filter(({ kind }) => kind === 'jamb')).toHaveLength(1);
    expect(lengthOf('corner-outside')).toBeCloseTo(2.467, 9);
    expect(lengthOf('corner-inside')).toBe(0);
    expect(lengthOf('partition')).toBeCloseTo(2.467, 9);
    expect(lengthOf('base')).toBeCloseTo(14, 9);
    expect(lengthOf('eave')).toBeCloseTo(8, 9);
    expect(lengthOf('rake')).toBeCloseTo(2 * Math.hypot(3, 2), 9);
  });

  test('a wall that turns toward the other is an inside corner; an upper story stands on a floor line', () => {
    const turned = structuredClone(house);
    turned.elevations[1]!.facing = 90;
    const kinds = (one: House) => new Set(houseEdges(one, laid(one)).edges.map(({ kind }) => kind));
    expect(kinds(turned).has('corner-inside')).toBe(true);
    const upper = structuredClone(house);
    upper.elevations.push({
      id: 'up',
      assembly: 'A',
      facing: 0,
      length: 8,
      height: 2.467,
      datum: 2.75,
    });
    const storied = houseEdges(upper, laid(upper)).edges;
    expect(storied.find(({ kind }) => kind === 'rim')!.length).toBeCloseTo(8, 9);
    // The lower north wall has no eave now; the upper one has.
    expect(storied.find(({ kind }) => kind === 'eave')!.places).toEqual([{ elevation: 'up' }]);
  });

  test('an opening of its own stands apart; what is gone is said', () => {
    const details: Partial<Details> = {
      openings: { 'north/W2': { position: 'cladding' }, 'north/W9': { position: 'cladding' } },
      edges: [
        { id: 'deck', kind: 'ledger', assembly: 'A', length: 3 },
        { id: 'lost', kind: 'ledger', assembly: 'Z', length: 3 },
      ],
    };
    const found = houseEdges(house, laid(house), details);
    expect(found.edges.filter(({ kind }) => kind === 'jamb').map(({ places }) => places)).toEqual([
      [{ elevation: 'north', opening: 'W1' }],
      [{ elevation: 'north', opening: 'W2' }],
    ]);
    expect(found.edges.find(({ id }) => id === 'deck')).toMatchObject({ added: true, length: 3 });
    expect(found.problems.map(({ at }) => at)).toEqual(['edges[1]', 'openings.north/W9']);
  });

  test('heat: areas at the clear field, windows, and Σ ψ·l; near what counted framing gives with the wood of edges in it', () => {
    const file = detailsFile(house);
    const psi = file.edges.reduce((sum, edge) => sum + (edge.psi ?? 0) * edge.length, 0);
    expect(file.heat.edges).toBeCloseTo(psi, 9);
    const area = laid(house).reduce((sum, { share }) => sum + share.area.net, 0);
    expect(file.heat.walls).toBeCloseTo(area * clearFieldU(B), 9);
    expect(file.heat.total).toBeCloseTo(file.heat.walls + file.heat.openings + file.heat.edges, 9);
    expect(file.heat.counted! / file.heat.walls).toBeGreaterThan(1);
    // Windows by their frames: play and box around them are in ψ.
    const framed = (w: number, h: number): number => (w - 2 * 0.01) * (h - 2 * 0.01);
    const inset = houseEdges(house, laid(house)).edges.map((edge) => ({
      ...edge,
      said: saidOf(edge.kind, {}, { carrier: 'none', play: 0.01 }),
    }));
    expect(edgesHeat(laid(house), inset, {}, 2).openings).toBeCloseTo(
      2 * 2 * framed(0.9144, 1.2192),
      9,
    );
    expect(edgesHeat(laid(house), [], {}, 2).openings).toBeCloseTo(2 * 2 * 0.9144 * 1.2192, 9);
    // 1 W/K over a cold winter, at the usual price of heat: some dollars.
    expect(yearlyCost(B)).toBeGreaterThan(3);
    expect(yearlyCost(B)).toBeLessThan(15);
  });

  test('heat: the sum does not move when the box grows and lets through what the wall does', () => {
    const u = clearFieldU(B);
    const sumWith = (play: number): number => {
      const grown: House = {
        ...house,
        elevations: house.elevations.map((elevation) => ({
          ...elevation,
          openings: (elevation.openings ?? []).map((one) => ({
            ...one,
            x: one.x - play,
            sill: one.sill - play,
            width: one.width + 2 * play,
            height: one.height + 2 * play,
          })),
        })),
      };
      const edges = houseEdges(grown, laid(grown))
        .edges.filter(({ kind }) => ['head', 'jamb', 'sill'].includes(kind))
        .map((edge) => ({ ...edge, said: saidOf(edge.kind, {}, { carrier: 'none', play }) }));
      const heats = Object.fromEntries(edges.map(({ id }) => [id, { psi: u * play }]));
      return edgesHeat(laid(grown), edges, heats, 1.2).total;
    };
    // But for the corners, which lie in no length: 4·play² each.
    expect(sumWith(0.05)).toBeCloseTo(sumWith(0.005) + 2 * 4 * u * (0.05 ** 2 - 0.005 ** 2), 6);
  });

  test('continuity: whole as usual; one seal left out breaks one link of one line; without a roof the chain ends', () => {
    const chains = (details: Partial<Details>, only?: EdgeKind[]) =>
      continuity(
        houseEdges(house, laid(house), details)
          .edges.filter(({ kind }) => !only || only.includes(kind))
          .map((edge) => ({ edge, section: sectionOf(edge) })),
      );
    expect(chains({}).map(({ whole }) => whole)).toEqual([true, true, true]);
    const [air, water] = chains({ seals: { eave: { 'ceiling-air': false } } });
    expect(air!.whole).toBe(false);
    expect(air!.links.filter(({ status }) => status === 'broken').map(({ kind }) => kind)).toEqual([
      'eave',
    ]);
    expect(water!.whole).toBe(true);
    const [open] = chains({}, ['base', 'jamb']);
    expect(open!.gaps.map((gap) => messageText(gap, 'metric'))).toEqual([
      'Nothing says how it goes on above the walls.',
    ]);
  });
});

describe('penetrations', () => {
  const house = demoHouse();
  const find = (...penetrations: NonNullable<Details['penetrations']>) =>
    checkPenetrations(
      { penetrations },
      laid(house),
      ({ parts }) => stackOf(parts.wall),
      tradeOf(house),
    );
  const sealed = { layer: 'L4', how: 'gasket', who: 'crew', sealedOn: '2026-03-12' };

  test('sealed at the barrier it passes; else it is an open item', () => {
    expect(
      find({ id: 'P1', kind: 'pipe', elevation: 'north', size: 0.05, ...sealed }),
    ).toMatchObject([{ status: 'pass', open: false }]);
    expect(find({ id: 'P1', kind: 'pipe', elevation: 'north', size: 0.05 })).toMatchObject([
      { status: 'caution', open: true },
    ]);
    expect(
      find({ id: 'P1', kind: 'pipe', elevation: 'north', size: 0.05, ...sealed, layer: 'L1' }),
    ).toMatchObject([{ status: 'caution' }]);
    expect(
      find({ id: 'P1', kind: 'pipe', elevation: 'north', size: 0.05, ...sealed, layer: 'L99' }),
    ).toMatchObject([{ status: 'fail' }]);
    expect(
      find({ id: 'P1', kind: 'pipe', elevation: 'gone', size: 0.05, ...sealed }),
    ).toMatchObject([{ status: 'fail' }]);
  });

  test('one hole a wire; a pulled fastener is open until it is filled; exhausts away from intakes', () => {
    expect(
      find({ id: 'C', kind: 'cable', elevation: 'north', size: 0.02, count: 3, ...sealed }),
    ).toMatchObject([{ status: 'caution' }]);
    expect(find({ id: 'F', kind: 'fastener', elevation: 'north', size: 0.004 })).toMatchObject([
      { open: true },
    ]);
    expect(
      find({ id: 'F', kind: 'fastener', elevation: 'north', size: 0.004, filled: true, ...sealed }),
    ).toMatchObject([{ open: false }]);
    const vent = (id: string, x: number, air: 'exhaust' | 'intake') => ({
      id,
      kind: 'vent' as const,
      elevation: 'north',
      size: 0.15,
      x,
      z: 2,
      air,
      ...sealed,
    });
    expect(find(vent('X', 1, 'exhaust'), vent('I', 3, 'intake'))[0]).toMatchObject({
      id: 'X',
      status: 'fail',
    });
    expect(
      find(vent('X', 1, 'exhaust'), vent('I', 5, 'intake')).every(
        ({ status }) => status === 'pass',
      ),
    ).toBe(true);
  });
});

describe('the document', () => {
  const blank: Details = { format: DETAILS_FORMAT, version: 1, name: 'Edges' };

  test('commands set, and set back to what is usual leave nothing behind', () => {
    const set = applyDetails(blank, {
      type: 'setGroup',
      group: 'opening',
      settings: { position: 'cladding' },
    });
    expect(set.groups).toEqual({ opening: { position: 'cladding' } });
    expect(
      applyDetails(set, { type: 'setGroup', group: 'opening', settings: { position: null } })
        .groups,
    ).toEqual({});
    const own = applyDetails(set, {
      type: 'setOpening',
      place: 'north/W1',
      settings: { position: 'sheathing' },
    });
    expect(applyDetails(own, { type: 'clearOpenings', settings: ['position'] }).openings).toEqual(
      {},
    );
    const seal = applyDetails(blank, {
      type: 'setSeal',
      kind: 'jamb',
      id: 'air-box',
      sealed: false,
    });
    expect(validateDetails(seal).seals).toEqual({ jamb: { 'air-box': false } });
    expect(() => applyDetails(blank, { type: 'removeEdge', id: 'x' })).toThrow(/there is none/);
  });

  test.each([
    [
      'a negative frame',
      { groups: { opening: { frameDepth: -0.1 } } },
      /groups\.opening\.frameDepth.*at least/,
    ],
    [
      'a position that is none',
      { openings: { 'n/W1': { position: 'middle' } } },
      /position.*sheathing or insulation or cladding/,
    ],
    [
      'a setting of another group',
      { groups: { rim: { position: 'cladding' } } },
      /groups\.rim\.position/,
    ],
    [
      'an edge without a length',
      { edges: [{ id: 'a', kind: 'ledger', assembly: 'A', length: 0 }] },
      /edges\[0\]\.length.*above 0/,
    ],
    [
      'an edge of no kind',
      { edges: [{ id: 'a', kind: 'moat', assembly: 'A', length: 1 }] },
      /edges\[0\]\.kind/,
    ],
    [
      'a setting of another kind',
      { edges: [{ id: 'a', kind: 'ledger', assembly: 'A', length: 1, settings: { heel: 1 } }] },
      /edges\[0\]\.settings\.heel/,
    ],
    [
      'a hole of no size',
      { penetrations: [{ id: 'a', kind: 'pipe', elevation: 'n', size: 0 }] },
      /penetrations\[0\]\.size/,
    ],
  ])('%s is named', (_, change, message) => {
    expect(() => validateDetails({ ...blank, ...change })).toThrow(message);
  });

  test('a house file with its edges is read whole, and a bad one names the field', () => {
    const house = {
      ...demoHouse(),
      details: { ...blank, groups: { opening: { position: 'cladding' } } },
    };
    expect(parseDetailedHouse(JSON.stringify(house)).details!.groups).toEqual(house.details.groups);
    const bad = { ...house, details: { ...blank, groups: { opening: { play: 9 } } } };
    expect(() => parseDetailedHouse(JSON.stringify(bad))).toThrow(/details\.groups\.opening\.play/);
  });
});
