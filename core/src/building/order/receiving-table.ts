import type { WrittenTable } from '../../common/csv/index.ts';
import type { Material } from '../../physics/materials/index.ts';
import { amountText, whatText } from '../takeoff/index.ts';
import { formatText, messageText, type UnitSystem } from '../../common/units/index.ts';
import type { OrderLine } from './priced.ts';
import { expectedOf, receivedOf, type Expected, type Received } from './receiving.ts';
import type { Delivery } from './types.ts';

/** A line of the order with what came in of it. */
export interface ReceivingRow {
  line: OrderLine;
  expected: Expected;
  deliveries: { delivery: Delivery; received: Received }[];
  available: number;
  /** Still to come, or to be replaced. */
  missing: number;
}

/** An order with what came in of it. */
export interface ReceivedOrder {
  lines: readonly OrderLine[];
  deliveries: readonly Delivery[];
  /** Looks a material up; goods are none. */
  find: (id: string) => Material | undefined;
}

/** What came in of each line, and what of it can be built in. */
export function receivingRows({ lines, deliveries, find }: ReceivedOrder): ReceivingRow[] {
  return lines.map((line) => {
    const material = find(line.material) ?? null;
    const expected = expectedOf(line, material);
    const own = deliveries
      .filter(({ key }) => key === line.key)
      .map((delivery) => ({ delivery, received: receivedOf(delivery, expected) }));
    const available = own.reduce((sum, { received }) => sum + received.available, 0);
    return {
      line,
      expected,
      deliveries: own,
      available,
      missing: Math.max(0, line.order - available),
    };
  });
}

/** What is looked at, as it should be. */
export function expectedText(expected: Expected, units: UnitSystem): string {
  return [
    expected.stamp ? 'stamp' : '',
    expected.exposure ? 'exposure 1 or exterior' : '',
    expected.thickness === null ? '' : `${formatText('length', expected.thickness, units)} thick`,
    expected.labelR === null ? '' : `label ${formatText('resistance', expected.labelR, units)}`,
    expected.batch ? 'batch' : '',
    'damage',
  ]
    .filter(Boolean)
    .join(', ');
}

/** Why a delivery is not available, in words. */
export const findingsText = ({ wrong, open }: Received, units: UnitSystem): string =>
  [
    ...wrong.map((message) => messageText(message, units)),
    ...(open.length > 0
      ? [`not looked at: ${open.map((message) => messageText(message, units)).join(', ')}`]
      : []),
  ].join('; ');

/** The list that goes along to where goods come in: what to look at, what came, what is missing. */
export function receivingTable(order: ReceivedOrder, units: UnitSystem): WrittenTable {
  return {
    name: 'Receiving',
    header: ['name', 'size', 'ordered', 'look_at', 'available', 'missing', 'found'],
    rows: receivingRows(order).map(({ line, expected, deliveries, available, missing }) => [
      line.name,
      whatText(line.what, units),
      amountText(line.order, line.orderUnit, units),
      expectedText(expected, units),
      amountText(available, line.orderUnit, units),
      amountText(missing, line.orderUnit, units),
      deliveries
        .map(({ delivery, received }) => `${delivery.on}: ${findingsText(received, units)}`)
        .join('; '),
    ]),
  };
}
