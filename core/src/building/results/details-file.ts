import {
  checkPenetrations,
  continuity,
  edgeFindings,
  edgesHeat,
  gapVent,
  houseEdges,
  saidOf,
  sectionOf,
  solveEdge,
  stackOf,
  breaksOf,
  type DetailedHouse,
  type Details,
  type EdgeHeat,
  type EdgeThermal,
} from '../edges/index.ts';
import type { PlaneSection } from '../../physics/conduction/index.ts';
import { tradeOf } from '../../assembly/trade/index.ts';
import { assemblyParts, countedHeat, layoutHouse, meanU } from '../layout/index.ts';
import type { Materials } from '../../physics/materials/index.ts';
import { messageText, type Message, type UnitSystem } from '../../common/units/index.ts';

/**
 * The edges of a house, as a file: each with ψ, the section it was computed from, its coldest surface, what follows from
 * the layers and what is wrong; the heat of all; what goes through the walls; each control layer from footing to roof.
 *
 * @param house a validated house file, its `details` validated
 * @param system of the numbers in what is said
 * @throws InputError for a material that does not exist
 * @see docs/edges.md
 */
export function detailsFile(
  house: DetailedHouse,
  projectMaterials: Materials = {},
  system: UnitSystem = 'metric',
) {
  const details: Partial<Details> = house.details ?? {};
  const { elevations } = layoutHouse(house, assemblyParts(house.assemblies, projectMaterials));
  const { edges, problems } = houseEdges(house, elevations, details);
  const text = (message: Message): string => messageText(message, system);
  const solved = new Map<string, EdgeHeat | null>();
  const heats: Record<string, EdgeHeat> = {};
  const made = edges.map((edge) => ({ edge, section: sectionOf(edge) }));
  const found = made.map(({ edge, section }) => {
    const key = JSON.stringify(section.thermal);
    if (!solved.has(key)) solved.set(key, solveEdge(section)?.heat ?? null);
    const heat = solved.get(key)!;
    if (heat) heats[edge.id] = heat;
    const findings = edgeFindings(edge, section, heat, elevations);
    return {
      id: edge.id,
      kind: edge.kind,
      name: edge.name,
      assembly: edge.assembly,
      length: edge.length,
      places: edge.places,
      psi: heat?.psi ?? null,
      l2d: heat?.l2d ?? null,
      surface: heat?.surface ?? null,
      factor: heat?.factor ?? null,
      change: heat?.change ?? null,
      error: heat?.error ?? null,
      reference: section.thermal && {
        dimensions: section.thermal.dimensions,
        cutOff: section.thermal.cutOff,
        flanks: section.thermal.flanks,
      },
      section: section.thermal && planeFile(section.title, section.thermal.section),
      without: withoutFile(section.thermal),
      measures: Object.fromEntries(section.measures.map(({ id, value }) => [id, value])),
      breaks: breaksOf(section).map(({ id, line, name }) => ({ id, line, name })),
      findings: findings.map(({ id, status, title, reason }) => ({
        id,
        status,
        title: text(title),
        reason: text(reason),
      })),
      steps: section.steps.map(text),
    };
  });
  const heatOf = countedHeat(projectMaterials);
  const counted = elevations.map(({ parts, framing, share }) => ({
    share,
    heat: heatOf(parts, framing, share),
  }));
  const mean = meanU(counted);
  const area = elevations.reduce((sum, { share }) => sum + share.area.net, 0);
  const trade = tradeOf(house);
  return {
    format: 'eldrun-edges',
    version: 1,
    edges: found,
    heat: edgesHeat(elevations, edges, heats, house.openingU, mean === null ? null : mean.u * area),
    penetrations: checkPenetrations(
      details,
      elevations,
      ({ elevation, parts }) => stackOf(parts.wall, details.controls?.[elevation.assembly], trade),
      trade,
    ).map(({ id, status, open, title, reason }) => ({
      id,
      status,
      open,
      title: text(title),
      reason: text(reason),
    })),
    continuity: continuity(made).map(({ line, whole, links, gaps }) => ({
      line,
      whole,
      links: links.map(({ edge, status, breaks }) => ({
        edge,
        status,
        breaks: breaks.map(({ id }) => id),
      })),
      gaps: gaps.map(text),
    })),
    vents: elevations.flatMap((layout) => {
      const stack = stackOf(layout.parts.wall, undefined, trade);
      const vent = gapVent(stack, saidOf('base', details), layout);
      return vent
        ? [
            {
              elevation: layout.elevation.id,
              depth: vent.depth,
              free: vent.free,
              height: vent.height,
            },
          ]
        : [];
    }),
    problems: problems.map(({ at, problem }) => `${at}: ${problem}`),
  };
}

export type DetailsFile = ReturnType<typeof detailsFile>;

/** A section as the file that `eldrun section` solves. */
function planeFile(name: string, { rectangles, environments = [], sides }: PlaneSection) {
  return {
    format: 'eldrun-plane-section',
    version: 1,
    name,
    rectangles: rectangles.map(({ x0, x1, y0, y1, conductivity }) => ({
      box: [x0, x1, y0, y1],
      conductivity,
    })),
    environments: environments.map(({ x0, x1, y0, y1, temperature, resistance, place }) => ({
      box: [x0, x1, y0, y1],
      temperature,
      resistance,
      place,
    })),
    sides,
  };
}

const withoutFile = (thermal: EdgeThermal | null) =>
  thermal?.without ? planeFile(thermal.without.name, thermal.without.section) : null;
