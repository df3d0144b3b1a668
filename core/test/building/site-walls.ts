import type { House } from '@eldrun/core/house';
import type { Layer, WallFile } from '@eldrun/core/build-up';
import {
  sitePlan,
  siteWalls,
  type PlannedStep,
  type SiteFile,
  type SitePlan,
} from '@eldrun/core/site';

/** A wall of layers, indoors first. */
export const wallOf = (layers: Layer[], more: Partial<WallFile> = {}): WallFile => ({
  format: 'eldrun-wall',
  version: 1,
  name: 'W',
  convention: 'ashrae',
  indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity: 0.4 } },
  outdoor: { climate: 'cold-humid' },
  layers,
  ...more,
});

export const sheet = (id: string, material: string, thickness: number): Layer => ({
  id,
  kind: 'sheet',
  material,
  thickness,
});

export const studs = (fill: string): Layer => ({
  id: 'studs',
  kind: 'framed',
  thickness: 0.14,
  fill,
  frame: 'main',
  member: { section: 'solid', material: 'softwood', width: 0.038, spacing: 0.4064 },
});

export const strips: Layer = {
  id: 'strips',
  kind: 'framed',
  thickness: 0.019,
  fill: { air: { ventilation: 'open' } },
  frame: 'furring',
  member: { section: 'solid', material: 'furring-1x4', width: 0.089, spacing: 0.4064 },
};

export const USUAL_LAYERS: Layer[] = [
  sheet('board', 'gypsum-board', 0.0127),
  studs('mineral-wool-batt'),
  sheet('osb', 'osb', 0.0111),
  sheet('wrap', 'wrap-nonwoven', 0.0002),
  sheet('wool', 'mineral-wool-board-rigid', 0.0508),
  strips,
  sheet('siding', 'fiber-cement-lap', 0.008),
];

export const window = {
  id: 'W1',
  kind: 'window',
  x: 2,
  sill: 0.9,
  width: 1,
  height: 1.2,
} as const;

export const houseOf = (
  wall: WallFile,
  elevations: Partial<House['elevations'][number]>[],
  more: Partial<House> = {},
): House => ({
  format: 'eldrun-house',
  version: 1,
  name: 'H',
  assemblies: { A: wall },
  elevations: elevations.map((one, n) => ({
    id: `e${n}`,
    assembly: 'A',
    length: 8,
    height: 2.5,
    ...one,
  })),
  ...more,
});

export const siteOf = (house: House, fields: Partial<SiteFile> = {}): SiteFile => ({
  format: 'eldrun-site',
  version: 1,
  name: 'S',
  house,
  start: '2026-04-06',
  calendar: { workdays: [1, 2, 3, 4, 5], holidays: [], hours: 8 },
  crews: { framing: 3, siding: 2 },
  ...fields,
});

export const planOf = (site: SiteFile): SitePlan =>
  sitePlan(site, site.house, siteWalls(site.house.assemblies));

/** A site of one elevation with a window. */
export const one = (fields: Partial<SiteFile> = {}, wall = wallOf(USUAL_LAYERS)): SiteFile =>
  siteOf(houseOf(wall, [{ id: 'north', openings: [window] }]), fields);

export function stepOf(plan: SitePlan, id: string): PlannedStep {
  const found = plan.steps.find((step) => step.id === id);
  if (!found) throw new Error(`no step ${id}: ${plan.steps.map((step) => step.id).join(' ')}`);
  return found;
}
