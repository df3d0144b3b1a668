import data from '../../../data/attachment-rows.json' with { type: 'json' };
import { INCH, POUND, SQUARE_FOOT } from '../../common/units/index.ts';
import type { Connection } from './design.ts';

interface Row {
  editions: string[];
  table: string;
  fastener: string;
  penetration: number;
  vertical: number;
  /** By the spacing of the studs, in.: cladding weight, psf, and the most foam, in. */
  most: Record<string, [number, number][]>;
}

/** What a fastener of a row is: least sizes, in. */
const SIZES: Record<string, { kind: string; nominal: number }> = {
  'nail-113': { kind: 'nail', nominal: 0.113 },
  'nail-120': { kind: 'nail', nominal: 0.12 },
  'nail-131': { kind: 'nail', nominal: 0.131 },
  'nail-162': { kind: 'nail', nominal: 0.162 },
  'screw-10': { kind: 'wood-screw', nominal: 0.19 },
  'lag-250': { kind: 'lag-screw', nominal: 0.25 },
};

/** What a published table allows beside the computation. */
export interface PublishedRow {
  edition: string;
  table: string;
  /** The most foam, m; null where the table asks for a design, or has no row for so wide a spacing or so heavy a cladding. */
  most: number | null;
}

const EDITIONS = ['2015', '2018', '2021'];

/** What stands with every row. */
export const ROWS_NOTE: string = data.note;

/** Figures in inches and psf are not exact in SI. */
const SLACK = 1e-6;

/**
 * The most foam that the published tables allow for a connection, by edition: of the rows for a fastener no larger, a
 * spacing no closer, studs no closer and a cladding no lighter, the one that allows most. By weight alone.
 *
 * @param connection one that ends in a wood stud
 * @param weight of the cladding, kg/m²
 */
export function publishedRows(connection: Connection, weight: number): PublishedRow[] {
  const { place, fastener, spacing, input, bite, free } = connection;
  if (!input || 'tensile' in input.main || connection.into !== 'stud' || !free) return [];
  const table = place === 'furring' ? 'R703.15.2' : 'R703.15.1';
  const psf = (weight * SQUARE_FOOT) / POUND;
  const at = (inches: number): number => inches * INCH;
  return EDITIONS.map((edition) => {
    const fits = (data.rows as unknown as Row[]).filter((row) => {
      const size = SIZES[row.fastener]!;
      return (
        row.table === table &&
        row.editions.includes(edition) &&
        size.kind === fastener.kind &&
        at(size.nominal) <= fastener.nominal + SLACK &&
        at(row.penetration) <= bite + SLACK &&
        at(row.vertical) >= spacing.along - SLACK
      );
    });
    const most = fits.flatMap((row) =>
      Object.entries(row.most)
        .filter(([studs]) => at(Number(studs)) >= spacing.across - SLACK)
        .flatMap(([, cells]) =>
          cells.filter(([cell]) => cell >= psf - SLACK).map(([, foam]) => foam),
        ),
    );
    return { edition, table, most: most.length > 0 ? at(Math.max(...most)) : null };
  });
}
