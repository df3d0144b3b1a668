import { formatText, messageText, wallLength, type UnitSystem } from '@eldrun/core/units';
import { edgeFindings, type HouseEdge } from '@eldrun/core/edges';
import { layerTitle } from '@eldrun/core/explain';
import { LIBRARY, type Material, type Materials } from '@eldrun/core/materials';
import {
  edge as edgeOf,
  edgeHeat,
  edges,
  layouts,
  materialsAtPrices,
  theHouse,
  type Look,
} from '@eldrun/project';
import { drawnEdge } from '@eldrun/drawing';
import type { Block, Sheet } from '../types.ts';
import { right } from './words.ts';

/** What a person calls the layers of an edge's wall. */
export function edgeNamer(
  { stack }: HouseEdge,
  materials: Materials,
  units: UnitSystem,
): (id: string) => string {
  const { file } = stack.wall;
  const find = (id: string): Material | undefined =>
    file.materials?.[id] ?? materials[id] ?? LIBRARY[id];
  return (id) => {
    const layer = file.layers.find((one) => one.id === id);
    return layer ? layerTitle(layer, find, units) : id;
  };
}

/** The edges of the house whose id or kind is asked for; all where none is named. */
export const wantedEdges = (look: Look, only: readonly string[]): HouseEdge[] =>
  look(edges).edges.filter(
    ({ id, kind }) => only.length === 0 || only.includes(id) || only.includes(kind),
  );

/**
 * The edges of a house, a detail each: to scale, what follows from the layers, its heat, in which order it is built,
 * what is wrong.
 *
 * @param only kinds or ids of edges; all where none is named
 */
export function edgesSheet(look: Look, units: UnitSystem, only: readonly string[]): Sheet {
  const house = look(theHouse);
  const materials = look(materialsAtPrices);
  const wanted = wantedEdges(look, only);
  const nameOf = (id: string): string => house.elevations.find((one) => one.id === id)?.name ?? id;
  return {
    title: 'Edge details',
    subject: house.name,
    blocks: wanted.flatMap((edge, n): Block[] => {
      const { section } = look(edgeOf, edge.id);
      const heat = look(edgeHeat, edge.id);
      const findings = edgeFindings(edge, section, heat, look(layouts)).filter(
        ({ status }) => status !== 'pass',
      );
      const places = edge.places.map(({ elevation, opening }) =>
        opening ? `${nameOf(elevation)} ${opening}` : nameOf(elevation),
      );
      return [
        ...(n > 0 ? ([{ kind: 'page' }] satisfies Block[]) : []),
        {
          kind: 'heading',
          text: `${n + 1}  ${edge.name}, wall ${edge.assembly}: ${wallLength(edge.length, units)} in all`,
        },
        { kind: 'text', text: `At ${[...new Set(places)].join(', ')}.` },
        {
          kind: 'drawing',
          drawn: drawnEdge(section, units, edgeNamer(edge, materials, units)),
          caption: `${edge.name}, ${section.view === 'plan' ? 'plan' : 'upright section, outdoors at the left'}; dotted: air line, dashed: water line, dash and dot: insulation line`,
        },
        ...(heat
          ? ([
              {
                kind: 'facts',
                items: [
                  {
                    label: 'ψ',
                    value: formatText('linearTransmittance', heat.psi, units),
                    about: `${section.thermal!.dimensions}; EN ISO 10211, within ${formatText('linearTransmittance', heat.error, units)}`,
                  },
                  {
                    label: 'Coldest inner surface, design day',
                    value: formatText('temperature', heat.surface, units),
                  },
                  {
                    label: 'Temperature factor f_Rsi',
                    value: heat.factor.toFixed(2),
                    about: 'with 0.25 m²K/W inside (EN ISO 13788)',
                  },
                ],
              },
            ] satisfies Block[])
          : []),
        ...(section.measures.length > 0
          ? ([
              {
                kind: 'table',
                columns: [
                  { label: 'What follows from the layers', width: '*' },
                  right(''),
                  { label: '', width: '*' },
                ],
                rows: section.measures.map(({ name, quantity, value, note }) => [
                  name,
                  formatText(quantity, value, units),
                  note ? messageText(note, units) : '',
                ]),
              },
            ] satisfies Block[])
          : []),
        ...(findings.length > 0
          ? ([
              {
                kind: 'findings',
                items: findings.map(({ status, title, reason }) => ({
                  status,
                  title: messageText(title, units),
                  reason: messageText(reason, units),
                })),
              },
            ] satisfies Block[])
          : []),
        ...(section.steps.length > 0
          ? ([
              { kind: 'heading', text: 'Built in this order' },
              {
                kind: 'list',
                numbered: true,
                items: section.steps.map((step) => messageText(step, units)),
              },
            ] satisfies Block[])
          : []),
      ];
    }),
  };
}
