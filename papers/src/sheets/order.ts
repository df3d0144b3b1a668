import { amountText, whatText } from '@eldrun/core/takeoff';
import {
  BASIS,
  money,
  notCounted,
  orderLimits,
  orderSums,
  orderTotals,
  roleLabel,
  type OrderLine,
} from '@eldrun/core/order';
import { tapeText, type UnitSystem } from '@eldrun/core/units';
import { orderedHouse, priceBook, theHouse, type Look } from '@eldrun/project';
import type { Block, Cell, Sheet } from '../types.ts';
import { right } from './words.ts';

const dollars = (value: number | null): string => (value === null ? 'no price' : money(value));

/** What is ordered for a house, how its lengths are cut, and the same as a request for quotation. */
export function orderSheet(look: Look, units: UnitSystem): Sheet {
  const { lines, problems } = look(orderedHouse);
  const totals = orderTotals(lines, look(priceBook)?.laborRate ?? 0);
  const limits = orderLimits(totals, lines.length);
  const amount = ({ order, orderUnit }: OrderLine): string => amountText(order, orderUnit, units);
  const roles = [...new Set(lines.map(({ role }) => role))];
  const rows = roles.flatMap((role): Cell[][] => [
    [{ text: roleLabel(role), strong: true }, '', '', '', '', '', ''],
    ...lines
      .filter((line) => line.role === role)
      .map((line): Cell[] => [
        line.name,
        whatText(line.what, units),
        amountText(line.net, line.unit, units),
        amount(line),
        dollars(line.usd),
        BASIS[line.basis],
        line.leadDays === null ? '' : String(line.leadDays),
      ]),
  ]);
  const cuts = lines.flatMap((line) =>
    (line.cuts ?? []).map(({ stock, pieces, count }): Cell[] => [
      `${roleLabel(line.role)} ${whatText(line.what, units)}`,
      String(count),
      tapeText(stock, units),
      pieces.map((piece) => tapeText(piece, units)).join(' + '),
    ]),
  );
  const missing = notCounted(lines, units);
  const tape = units === 'imperial' ? 'inches' : 'mm';
  return {
    title: 'Order',
    subject: look(theHouse).name,
    blocks: [
      {
        kind: 'table',
        columns: [
          { label: 'What', width: '*' },
          { label: 'Size', width: 'auto' },
          right('Built in'),
          right('Order'),
          right('USD'),
          { label: 'Price from', width: 62 },
          right('Days'),
        ],
        rows: [...rows, ['Together', '', '', '', money(totals.usd), '', '']],
        sums: 1,
      },
      ...(missing.length > 0
        ? ([{ kind: 'text', text: `Not counted: ${missing.join('; ')}.` }] satisfies Block[])
        : []),
      ...(problems.length > 0 ? ([{ kind: 'list', items: problems }] satisfies Block[]) : []),
      { kind: 'facts', items: orderSums(totals, units) },
      {
        kind: 'text',
        text: `${limits.missing ? `${limits.missing}; ` : ''}${limits.known}. Demo prices are invented for a first comparison. Taxes, freight and returns are not in it.`,
      },
      ...(cuts.length > 0
        ? ([
            { kind: 'heading', text: `How the lengths are cut, ${tape}` },
            {
              kind: 'table',
              columns: [
                { label: 'Of', width: 130 },
                right('Times'),
                right('Length'),
                { label: 'Pieces', width: '*' },
              ],
              rows: cuts,
            },
          ] satisfies Block[])
        : []),
      { kind: 'page' },
      { kind: 'heading', text: 'Request for quotation' },
      {
        kind: 'text',
        text: 'Please offer each line as it is sold, with its lead time and how long the price holds. Say where a line is another product, and send its data sheet.',
      },
      {
        kind: 'table',
        columns: [
          { label: '', width: 18 },
          { label: 'What', width: '*' },
          { label: 'Size', width: 'auto' },
          right('Wanted'),
          { label: 'Each, USD', width: 54 },
          { label: 'Days', width: 34 },
          { label: 'Instead', width: 84 },
        ],
        rows: lines.map((line, i) => [
          String(i + 1),
          line.name,
          whatText(line.what, units),
          amount(line),
          '',
          '',
          '',
        ]),
      },
      { kind: 'blanks', labels: ['Yard', 'Price holds until', 'Signed', 'Date'] },
    ],
  };
}
