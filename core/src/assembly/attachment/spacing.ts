import { GRAVITY, INCH, POUND, SQUARE_FOOT } from '../../common/units/index.ts';
import { checkConnection, worstUse } from './connection.ts';
import { FASTENER_STEPS, type Connection, type Design } from './design.ts';
import { nextLength } from './fasteners.ts';

/** One cell of the table: how far apart it holds, and the length that is bought. m */
interface SpacingCell {
  /** kg/m² of cladding. */
  weight: number;
  /** The widest step at which it holds, or null. */
  spacing: number | null;
}

export interface SpacingRow {
  /** Of the insulation, m. */
  thickness: number;
  /** The next sold, or null where none is so long. */
  length: number | null;
  cells: SpacingCell[];
}

/** Insulation and claddings of the table: in. and psf, and what metric builders ask for. */
const THICKNESSES = [1, 1.5, 2, 3, 4, 6, 8].map((inches) => inches * INCH);
export const TABLE_WEIGHTS = [3, 5, 11, 18, 25].map((psf) => (psf * POUND) / SQUARE_FOOT);

/**
 * How far apart a connection's fasteners may stand, by the insulation's thickness and the cladding's weight, in this
 * wall's suction, with its strips and studs.
 *
 * @param connection the one through the insulation
 */
export function spacingTable(design: Design, connection: Connection): SpacingRow[] {
  const { hung, loads } = design;
  const { input, fastener, stack, asked, spacing } = connection;
  const boards = hung.boards.reduce((sum, { thickness }) => sum + thickness, 0);
  if (!input) return [];
  return THICKNESSES.map((thickness) => {
    const change = thickness - boards;
    const length = nextLength(fastener, stack + change + asked + design.trade('screw-tolerance'));
    // The boards' own weight goes with their thickness; without boards none is known.
    const mass = loads.strips + (boards > 0 ? (loads.boards * thickness) / boards : 0);
    return {
      thickness,
      length,
      cells: TABLE_WEIGHTS.map((weight) => {
        const use = worstUse(
          checkConnection({
            ...input,
            gap: Math.max(0, input.gap + change),
            main: { ...input.main, penetration: Math.min(asked, input.main.penetration) },
            load: { ...input.load, weight: (weight + mass) * GRAVITY },
          }),
        );
        return {
          weight,
          spacing:
            length === null
              ? null
              : (FASTENER_STEPS.find((step) => (use * step) / spacing.along <= 1 + 1e-9) ?? null),
        };
      }),
    };
  });
}
