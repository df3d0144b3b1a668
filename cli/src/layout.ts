import { formatText, type UnitSystem } from '@eldrun/core/units';
import { layoutFile, type LayoutFile } from '@eldrun/core/results';
import type { TakeoffLine } from '@eldrun/core/takeoff';
import { parseHouse } from '@eldrun/core/house/file';
import { eachFile } from './files.ts';
import type { Output } from './output.ts';

interface Options {
  json: boolean;
  units: UnitSystem;
}

/**
 * Lays houses out; a bad file is reported and the others are still laid out.
 *
 * @returns 0, or 2 when any file was bad
 */
export const layoutFiles = (
  files: string[],
  { json, units }: Options,
  output: Output,
): Promise<number> =>
  eachFile(files, output, (text, path) => {
    const house = parseHouse(text);
    const laid = layoutFile(house, {}, units);
    return json ? `${JSON.stringify(laid)}\n` : table(house.name, path, laid, units);
  });

/** A house for a terminal: what each elevation takes and what is wrong, then what is bought for all. */
function table(name: string, path: string, laid: LayoutFile, units: UnitSystem): string {
  const elevations = laid.elevations.flatMap((one) => {
    const counts = new Map<string, number>();
    for (const { kind } of one.members) counts.set(kind, (counts.get(kind) ?? 0) + 1);
    return [
      `  ${one.id}: ${formatText('area', one.area.net, units)} net, framing ${formatText('fineShare', one.framing.factor, units)} counted${
        one.heat ? `, ${formatText('resistance', one.heat.counted.r, units)}` : ''
      }`,
      `    ${[...counts].map(([kind, count]) => `${count} ${kind}`).join(', ')}`,
      ...one.conflicts.map(({ at, message }) => `    ! ${at}: ${message}`),
      ...one.notes.map(({ at, message }) => `    ○ ${at}: ${message}`),
    ];
  });
  return [
    `${name}  (${path})`,
    ...elevations,
    '  To order, all walls:',
    ...laid.takeoff.filter(({ elevation }) => elevation === null).map(orderLine),
    ...laid.problems.map((problem) => `  ! ${problem}`),
    '',
    '',
  ].join('\n');
}

const orderLine = ({ role, material, what, net, unit, order, orderUnit }: TakeoffLine): string =>
  `    ${role}: ${material === what ? what : `${material} ${what}`}: ${net.toFixed(1)} ${unit}, order ${Number(order.toFixed(2))} ${orderUnit}`;
