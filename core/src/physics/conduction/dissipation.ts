import type { Network } from './network.ts';
import type { Grid } from './types.ts';

/** Temperatures by cell, and those of the boundaries that made them. */
export interface Field {
  temperature: Float64Array;
  /** By boundary. */
  boundaries: readonly number[];
}

/**
 * How much more the finite volumes dissipate than their own flow, running straight from face to face, would: in a cell
 * that heat enters with q₁ along an axis and leaves with q₂, (q₁ − q₂)²·R/6, R the cell's resistance along that axis.
 * The exact dissipation is less than either (Thomson's principle), so this is error, and it ranks the strips.
 *
 * @param fields scaled to 1 K
 * @returns by field: the excess of each column, then of each row, W/(m·K); and the bilinear form of the excess by pairs
 *   of fields
 */
export function dissipationOf(
  grid: Grid,
  network: Network,
  fields: readonly Field[],
): { byStrip: Float64Array[]; between: number[][] } {
  const { x, y, conductivity } = grid;
  const columns = x.length - 1;
  const rows = y.length - 1;
  const byStrip = fields.map(() => new Float64Array(columns + rows));
  const gains = fields.map((field) => gainsOf(network, field));
  // Of each cell, along x and along y.
  const resistance = new Float64Array(2 * columns * rows);
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const at = j * columns + i;
      if (conductivity[at] === 0) continue;
      const slenderness = (x[i + 1]! - x[i]!) / (y[j + 1]! - y[j]!);
      resistance[2 * at] = slenderness / conductivity[at]!;
      resistance[2 * at + 1] = 1 / slenderness / conductivity[at]!;
    }
  gains.forEach((gain, n) => {
    const own = byStrip[n]!;
    for (let j = 0; j < rows; j++)
      for (let i = 0; i < columns; i++) {
        const at = 2 * (j * columns + i);
        own[i] = own[i]! + (resistance[at]! * gain[at]! ** 2) / 6;
        own[columns + j] = own[columns + j]! + (resistance[at + 1]! * gain[at + 1]! ** 2) / 6;
      }
  });
  const between = fields.map(() => fields.map(() => 0));
  for (let a = 0; a < fields.length; a++)
    for (let b = 0; b <= a; b++) {
      let sum = 0;
      for (let at = 0; at < resistance.length; at++)
        sum += resistance[at]! * gains[a]![at]! * gains[b]![at]!;
      between[a]![b] = between[b]![a] = sum / 6;
    }
  return { byStrip, between };
}

/** What each cell keeps along x and along y, as the other axis carries it off: what enters there less what leaves, W for each metre of depth. */
function gainsOf(network: Network, { temperature, boundaries }: Field): Float64Array {
  const { columns, rows, toRight, toNext, faces } = network;
  const gains = new Float64Array(2 * columns * rows);
  for (let at = 0; at < columns * rows; at++) {
    const right = toRight[at]!;
    if (right > 0) {
      const flow = right * (temperature[at]! - temperature[at + 1]!);
      gains[2 * at] = gains[2 * at]! - flow;
      gains[2 * at + 2] = gains[2 * at + 2]! + flow;
    }
    const next = toNext[at]!;
    if (next > 0) {
      const flow = next * (temperature[at]! - temperature[at + columns]!);
      gains[2 * at + 1] = gains[2 * at + 1]! - flow;
      gains[2 * (at + columns) + 1] = gains[2 * (at + columns) + 1]! + flow;
    }
  }
  for (let n = 0; n < faces.count; n++) {
    const at = faces.cell[n]!;
    const place = 2 * at + (faces.face[n]! < 2 ? 0 : 1);
    gains[place] =
      gains[place]! + faces.conductance[n]! * (boundaries[faces.boundary[n]!]! - temperature[at]!);
  }
  return gains;
}
