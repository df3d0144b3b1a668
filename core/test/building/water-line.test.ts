import { describe, expect, test } from '@jest/globals';
import { houseEdges, sectionOf, stackOf, type Details } from '@eldrun/core/edges';
import { assemblyParts, layoutHouse } from '@eldrun/core/layout';
import { messageText } from '@eldrun/core/units';
import type { House } from '@eldrun/core/house';
import { resolveWall, type Layer } from '@eldrun/core/build-up';
import { sitePlan, siteWalls, type SitePlan } from '@eldrun/core/site';
import { houseOf, sheet, siteOf, stepOf, strips, studs, wallOf, window } from './site-walls.ts';

const inside: Layer[] = [sheet('board', 'gypsum-board', 0.0127), studs('mineral-wool-batt')];
const outside: Layer[] = [strips, sheet('siding', 'fiber-cement-lap', 0.008)];
const WALLS = {
  wrap: [sheet('osb', 'osb', 0.0111), sheet('wrap', 'wrap-nonwoven', 0.0002)],
  adhered: [sheet('osb', 'osb', 0.0111), sheet('stuck', 'self-adhered-permeable', 0.0005)],
  panel: [sheet('coated', 'osb-coated', 0.0111), sheet('wool', 'mineral-wool-board-rigid', 0.05)],
  both: [
    sheet('osb', 'osb', 0.0111),
    sheet('wrap', 'wrap-nonwoven', 0.0002),
    sheet('foil', 'polyiso-foil-faced', 0.05),
  ],
} satisfies Record<string, Layer[]>;

type Detailed = House & { details?: Pick<Details, 'controls'> };

const houseWith = (skin: Layer[], water?: string): Detailed => ({
  ...houseOf(wallOf([...inside, ...skin, ...outside]), [{ id: 'north', openings: [window] }]),
  ...(water ? { details: { controls: { A: { water } } } } : {}),
});

const planned = (house: Detailed): SitePlan =>
  sitePlan(siteOf(house), house, siteWalls(house.assemblies));

/** All that the site says of windows: the checks of their step, and what it waits for. */
const siteSays = (plan: SitePlan): string =>
  [
    ...plan.checks.filter(({ step }) => step === 'north/windows').map(({ what }) => what),
    ...stepOf(plan, 'north/windows').after.map(({ why }) => why),
    ...plan.leaveBehinds.map(({ what }) => [what]),
  ]
    .map((text) => messageText(text, 'metric'))
    .join('\n');

function edgeSays(house: Detailed): string {
  const { elevations } = layoutHouse(house, assemblyParts(house.assemblies));
  const { edges } = houseEdges(house, elevations, house.details);
  const sill = edges.find(({ kind }) => kind === 'sill')!;
  return sectionOf(sill)
    .steps.map((step) => messageText(step, 'metric'))
    .join('\n');
}

describe('what windows are flashed to is said alike by edges and site', () => {
  test.each([
    ['wrap', undefined, /over the membrane below/, /head flap/, 'north/membrane'],
    ['adhered', undefined, /over the membrane below/, /taped to the membrane/, 'north/membrane'],
    ['panel', undefined, /over the panel face below/, /taped to the panel face/, 'north/sheathing'],
    ['both', undefined, /over the membrane below/, /head flap/, 'north/membrane'],
    ['both', 'foil', /over the board face below/, /taped to the board face/, 'north/insulation-1'],
  ] as const)('%s, designated %s', (wall, water, pan, head, waits) => {
    const house = houseWith(WALLS[wall], water);
    const plan = planned(house);
    const said = siteSays(plan);
    expect(said).toMatch(pan);
    expect(said).toMatch(wall === 'wrap' || (wall === 'both' && !water) ? /flap over/ : head);
    expect(stepOf(plan, 'north/windows').after.map(({ step }) => step)).toContain(waits);
    const steps = edgeSays(house);
    expect(steps).toMatch(pan);
    expect(steps).toMatch(head);
  });

  test('only a loose wrap has flaps and loose ends to be left', () => {
    expect(siteSays(planned(houseWith(WALLS.wrap)))).toMatch(/Head flaps folded down/);
    for (const skin of [WALLS.adhered, WALLS.panel])
      expect(siteSays(planned(houseWith(skin)))).not.toMatch(/flap|Loose ends/);
  });
});

test('behind a service cavity the panel inside the frame is the air barrier, not the finish', () => {
  const layers = [
    sheet('board', 'gypsum-board', 0.0127),
    { ...strips, id: 'battens', fill: { air: { ventilation: 'still' } } } as Layer,
    sheet('inner', 'osb', 0.0111),
    studs('wood-fiber-batt'),
    sheet('weather', 'wood-fiber-weather-board', 0.06),
    ...outside,
  ];
  expect(stackOf(resolveWall(wallOf(layers))).air!.layer.id).toBe('inner');
});
