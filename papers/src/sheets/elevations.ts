import {
  headNotes,
  lookedAt,
  plateRows,
  type Conflict,
  type ElevationLayout,
} from '@eldrun/core/layout';
import { checkServices } from '@eldrun/core/services';
import { formatText, tapeText, wallLength, type UnitSystem } from '@eldrun/core/units';
import { tradeOf } from '@eldrun/core/trade';
import type { House } from '@eldrun/core/house';
import { elevationHeat, heads, layouts, meanOfHouse, theHouse, type Look } from '@eldrun/project';
import { drawnElevation, drawnPlate, ELEVATION_LAYERS, type ElevationLayer } from '@eldrun/drawing';
import type { Block, Cell, Sheet } from '../types.ts';
import { right } from './words.ts';

/** Room for an elevation over the width of a lying sheet, m. */
const ROOM = { width: 0.215, height: 0.085 };

const LAYER_WORDS: Record<ElevationLayer, string> = {
  frame: 'Framing',
  sheathing: 'Sheathing',
  membrane: 'Membrane',
  boards: 'Outside boards',
  furring: 'Furring',
  cladding: 'Cladding',
  services: 'Services',
};

/** Layers of an elevation that there is something of. */
export function layersOf(layout: ElevationLayout): ElevationLayer[] {
  const something: Record<ElevationLayer, boolean> = {
    frame: layout.framing.members.length > 0,
    sheathing: layout.sheathing.length > 0,
    membrane: layout.membrane.length > 0,
    boards: layout.boards.some((of) => of.length > 0),
    furring: layout.strips.length > 0,
    cladding:
      layout.cladding.courses.length +
        layout.cladding.panels.length +
        layout.cladding.boards.length >
      0,
    services: (layout.elevation.services ?? []).length > 0,
  };
  return ELEVATION_LAYERS.filter((layer) => something[layer]);
}

const nameOf = ({ elevation }: ElevationLayout): string => elevation.name ?? elevation.id;

/** The elevations of the house, those that are asked for. */
export const laid = (look: Look, only: readonly string[]): ElevationLayout[] =>
  look(layouts).filter(({ elevation }) => only.length === 0 || only.includes(elevation.id));

const facts = (look: Look, layout: ElevationLayout, units: UnitSystem): string => {
  const { area, factor } = layout.share;
  const { counted } = look(elevationHeat, layout.elevation.id) ?? {};
  return [
    `${wallLength(layout.elevation.length, units)} long`,
    `${formatText('area', area.net, units)} net of ${formatText('area', area.gross, units)}`,
    `${formatText('share', factor, units)} framing`,
    ...(counted ? [`effective ${formatText('resistance', counted.r, units)} counted`] : []),
  ].join(', ');
};

/** What is wrong or worth a look on an elevation. */
function saidBlocks(look: Look, layout: ElevationLayout, house: House, units: UnitSystem): Block[] {
  const { elevation, conflicts, notes } = layout;
  const services = checkServices(layout, tradeOf(house));
  const { notes: offLine } = headNotes(elevation, look(heads));
  const said = (status: 'caution' | 'info', found: readonly Conflict[]) =>
    lookedAt(found, units).map(({ place, text }) => ({ status, title: place, reason: text }));
  const items = [
    ...said('caution', [...conflicts, ...services.conflicts]),
    ...said('info', [...notes, ...offLine, ...services.notes]),
  ];
  return items.length === 0 ? [] : [{ kind: 'findings', items }];
}

const tape = (units: UnitSystem): string => (units === 'imperial' ? 'inches' : 'mm');

/** The openings of an elevation in a table. */
function openingTable({ elevation }: ElevationLayout, units: UnitSystem): Block[] {
  const { openings = [] } = elevation;
  if (openings.length === 0) return [];
  const size = (value: number): string => tapeText(value, units);
  return [
    {
      kind: 'table',
      columns: [
        { label: `Rough openings, ${tape(units)}`, width: '*' },
        right('From left'),
        right('Sill'),
        right('Wide'),
        right('High'),
        { label: 'Header' },
      ],
      rows: openings.map(({ id, kind, x, sill, width, height, header }): Cell[] => [
        `${id}, ${kind ?? 'opening'}`,
        size(x),
        size(sill),
        size(width),
        size(height),
        header ? `${header.plies} plies, ${size(header.depth)} deep` : 'none: nothing bears',
      ]),
    },
  ];
}

/** What all walls of the house come to, as its table on the page says. */
function meanBlocks(look: Look, units: UnitSystem): Block[] {
  const { walls, withOpenings } = look(meanOfHouse);
  const text = ({ r, u }: { r: number; u: number }): string =>
    `${formatText('resistance', r, units)}, U ${formatText('transmittance', u, units)}`;
  return walls === null
    ? []
    : [
        {
          kind: 'text',
          strong: true,
          text: `All walls of the house as counted, by area: ${text(walls)}${withOpenings ? `; with openings ${text(withOpenings)}` : ''}.`,
        },
      ];
}

/** Elevations layer by layer, as seen from outdoors. @param only ids of elevations; all where none is named */
export function elevationSheet(look: Look, units: UnitSystem, only: readonly string[]): Sheet {
  const house = look(theHouse);
  return {
    title: 'Elevations',
    subject: house.name,
    landscape: true,
    blocks: laid(look, only).flatMap((layout, n): Block[] => [
      ...(n > 0 ? ([{ kind: 'page' }] satisfies Block[]) : meanBlocks(look, units)),
      { kind: 'heading', text: `${nameOf(layout)}: ${facts(look, layout, units)}` },
      ...layersOf(layout).map((layer): Block => ({
        kind: 'drawing',
        drawn: drawnElevation(
          layout,
          units,
          new Set<ElevationLayer>(layer === 'services' ? ['frame', layer] : [layer]),
          ROOM,
        ),
        caption: `${nameOf(layout)}, ${LAYER_WORDS[layer].toLowerCase()}, from outdoors`,
      })),
      ...openingTable(layout, units),
      ...saidBlocks(look, layout, house, units),
    ]),
  };
}

/** The plates of elevations with every mark, to be carried out to them. @param only ids of elevations; all where none is named */
export function platesSheet(look: Look, units: UnitSystem, only: readonly string[]): Sheet {
  const house = look(theHouse);
  return {
    title: 'Plate sheet',
    subject: house.name,
    blocks: laid(look, only).flatMap((layout, n): Block[] => {
      const from = layout.elevation.layout?.from ?? 'left';
      return [
        ...(n > 0 ? ([{ kind: 'page' }] satisfies Block[]) : []),
        {
          kind: 'heading',
          text: `${nameOf(layout)}: ${wallLength(layout.elevation.length, units)}`,
        },
        { kind: 'drawing', drawn: drawnPlate(layout, units), caption: 'Bottom plate from above' },
        {
          kind: 'text',
          text: `Marks from the ${from} end as seen from outdoors, ${tape(units)}. Crowns up and to one side, the worst studs cut for cripples.`,
        },
        {
          kind: 'table',
          columns: [
            right(`Mark, ${tape(units)}`),
            { label: 'What', width: '*' },
            { label: 'Stands', width: '*' },
            { label: 'Besides', width: '*' },
          ],
          rows: plateRows(layout, units).map(({ x, what, side, more }) => [
            tapeText(x, units),
            what,
            side,
            more,
          ]),
        },
        ...saidBlocks(look, layout, house, units),
      ];
    }),
  };
}
