import { cutList } from '@eldrun/core/layout';
import { cuttingTable, orderTable, receivingTable } from '@eldrun/core/order';
import type { UnitSystem } from '@eldrun/core/units';
import type { WrittenTable } from '@eldrun/core/csv';
import {
  edgeHeat,
  edges,
  layouts,
  orderedHouse,
  savedDetails,
  savedOrder,
  type Look,
} from '@eldrun/project';
import { tableOf } from './columns.ts';

/** The tables of a house: elevations, openings, members, plates, edges, penetrations, and what is ordered. */
export function houseTables(look: Look, units: UnitSystem): WrittenTable[] {
  const elevations = look(layouts);
  const names = new Map(
    elevations.map(({ elevation }) => [elevation.id, elevation.name ?? elevation.id]),
  );
  const nameOf = (id: string): string => names.get(id) ?? id;
  const openings = elevations.flatMap(({ elevation }) =>
    (elevation.openings ?? []).map((opening) => ({ elevation, opening })),
  );
  const members = elevations.flatMap(({ elevation, parts, framing }) =>
    parts.frame ? cutList(parts.frame, framing).map((cut) => ({ elevation, cut })) : [],
  );
  const plates = elevations.flatMap(({ elevation, plateSheet }) =>
    plateSheet.map((mark) => ({ elevation, mark })),
  );
  const rows = look(edges).edges.map((edge) => ({ edge, heat: look(edgeHeat, edge.id) }));
  const { lines, byElevation, find } = look(orderedHouse);
  return [
    tableOf(
      'Elevations',
      [
        { label: 'Elevation', of: ({ elevation }) => nameOf(elevation.id) },
        { label: 'Wall', of: ({ elevation }) => elevation.assembly },
        { label: 'Length', quantity: 'length', of: ({ elevation }) => elevation.length },
        { label: 'Gross', quantity: 'area', of: ({ share }) => share.area.gross },
        { label: 'Openings', quantity: 'area', of: ({ share }) => share.area.openings },
        { label: 'Net', quantity: 'area', of: ({ share }) => share.area.net },
        { label: 'Framing factor', quantity: 'share', of: ({ share }) => share.factor },
        { label: 'Conflicts', of: ({ conflicts }) => conflicts.length },
      ],
      elevations,
      units,
    ),
    tableOf(
      'Openings',
      [
        { label: 'Elevation', of: ({ elevation }) => nameOf(elevation.id) },
        { label: 'Opening', of: ({ opening }) => opening.id },
        { label: 'Kind', of: ({ opening }) => opening.kind },
        { label: 'From left', quantity: 'length', of: ({ opening }) => opening.x },
        { label: 'Sill', quantity: 'length', of: ({ opening }) => opening.sill },
        { label: 'Width', quantity: 'length', of: ({ opening }) => opening.width },
        { label: 'Height', quantity: 'length', of: ({ opening }) => opening.height },
        { label: 'Header depth', quantity: 'length', of: ({ opening }) => opening.header?.depth },
        { label: 'Header plies', of: ({ opening }) => opening.header?.plies },
      ],
      openings,
      units,
    ),
    tableOf(
      'Members',
      [
        { label: 'Elevation', of: ({ elevation }) => nameOf(elevation.id) },
        { label: 'Member', of: ({ cut }) => cut.member.kind },
        { label: 'Opening', of: ({ cut }) => cut.member.opening },
        { label: 'From left', quantity: 'length', of: ({ cut }) => cut.member.x },
        { label: 'Length', quantity: 'length', of: ({ cut }) => cut.length },
        { label: 'Width', quantity: 'length', of: ({ cut }) => cut.across },
        { label: 'Depth', quantity: 'length', of: ({ cut }) => cut.deep },
        { label: 'Plies', of: ({ cut }) => cut.member.plies },
      ],
      members,
      units,
    ),
    tableOf(
      'Plate marks',
      [
        { label: 'Elevation', of: ({ elevation }) => nameOf(elevation.id) },
        { label: 'From end', of: ({ elevation }) => elevation.layout?.from ?? 'left' },
        { label: 'Mark', quantity: 'length', of: ({ mark }) => mark.x },
        { label: 'What', of: ({ mark }) => mark.kind },
        { label: 'Side of the mark', of: ({ mark }) => mark.side },
        { label: 'Stacked', of: ({ mark }) => (mark.stacked ? 'yes' : 'no') },
      ],
      plates,
      units,
    ),
    tableOf(
      'Edges',
      [
        { label: 'Edge', of: ({ edge }) => edge.name },
        { label: 'Wall', of: ({ edge }) => edge.assembly },
        {
          label: 'Places',
          of: ({ edge }) =>
            edge.places
              .map(({ elevation, opening }) => (opening ? `${elevation} ${opening}` : elevation))
              .join(', '),
        },
        { label: 'Length', quantity: 'elevation', of: ({ edge }) => edge.length },
        { label: 'ψ', quantity: 'linearTransmittance', of: ({ heat }) => heat?.psi },
        { label: 'L2D', quantity: 'linearTransmittance', of: ({ heat }) => heat?.l2d },
        { label: 'Coldest surface', quantity: 'temperature', of: ({ heat }) => heat?.surface },
        { label: 'f_Rsi', of: ({ heat }) => heat?.factor },
      ],
      rows,
      units,
    ),
    tableOf(
      'Penetrations',
      [
        { label: 'Penetration', of: ({ id }) => id },
        { label: 'Kind', of: ({ kind }) => kind },
        { label: 'Elevation', of: ({ elevation }) => nameOf(elevation) },
        { label: 'From left', quantity: 'length', of: ({ x }) => x },
        { label: 'Up', quantity: 'length', of: ({ z }) => z },
        { label: 'Size', quantity: 'length', of: ({ size }) => size },
        { label: 'Sealed with', of: ({ how }) => how },
        { label: 'By', of: ({ who }) => who },
      ],
      look(savedDetails)?.penetrations ?? [],
      units,
    ),
    orderTable('Order', lines, units),
    orderTable('Order by elevation', byElevation, units, nameOf),
    cuttingTable(lines, units),
    receivingTable({ lines, deliveries: look(savedOrder)?.deliveries ?? [], find }, units),
  ];
}
