import { formatText, type UnitSystem } from '@eldrun/core/units';
import { MONTHS } from '@eldrun/core/climate';
import type { ResultFile } from '@eldrun/core/evaluation';

/** How a status is marked in a terminal. */
export const SIGN = {
  fail: '■ FAIL',
  unknown: '? UNKNOWN',
  caution: '◆ CAUTION',
  info: '○ NOTE',
  pass: '● PASS',
} as const;

const WORDS = {
  fail: 'still fails',
  unknown: 'then unknown',
  caution: 'then a caution',
  pass: 'then passes',
} as const;
const BASIS = { static: 'an estimate', hourly: 'simulated' } as const;

const METHOD = { section: 'section', wholeWall: 'section and whole wall' } as const;

function monthlyText(monthly: ResultFile['moisture']['monthly'], units: UnitSystem): string {
  if (!monthly) return 'unknown';
  const { verdict, peak, planes } = monthly;
  return planes.length === 0
    ? verdict
    : `${verdict}, at most ${formatText('waterPerArea', peak, units)} in ${[...new Set(planes.map(({ layer }) => layer))].join(', ')}`;
}

/** A result as a table for a terminal. */
export function resultTable(file: string, result: ResultFile, units: UnitSystem): string {
  const { thermal, moisture, quantities } = result;
  const resistance = (r: number): string => formatText('resistance', r, units);
  const rows: [string, string][] = [
    ['Effective R', `${resistance(thermal.effective.r)}  (${METHOD[thermal.effective.method]})`],
    ['Effective U', formatText('transmittance', thermal.effective.u, units)],
    ['Through the cavity', resistance(thermal.cavityPath.r)],
    ['Through the frame', resistance(thermal.framePath.r)],
    ['Parallel path', resistance(thermal.parallelPath.r)],
    ['Isothermal planes', resistance(thermal.isothermalPlanes.r)],
    ['Combined', resistance(thermal.combined.r)],
    ['Section, clear field', resistance(thermal.section.r)],
    ...(thermal.wholeWall
      ? [['Whole wall', resistance(thermal.wholeWall.r)] as [string, string]]
      : []),
    [
      'Coldest inner surface',
      `${formatText('temperature', thermal.section.innerSurface.min, units)} on the design day, temperature factor ${thermal.section.temperatureFactor.toFixed(3)}`,
    ],
    ...(thermal.dynamic
      ? [
          [
            'Daily swing',
            `decrement factor ${thermal.dynamic.decrement.toFixed(2)}, ${thermal.dynamic.lag.toFixed(1)} h later indoors`,
          ] as [string, string],
        ]
      : []),
    ['Lost in a year', formatText('energyPerArea', result.energy, units)],
    ['Thickness', formatText('length', quantities.thickness, units)],
    ['Cost, demo prices', formatText('costPerArea', quantities.cost, units)],
    ['Carbon', formatText('carbonPerArea', quantities.carbon, units)],
  ];
  const plane = moisture.condensingPlane;
  if (plane) {
    const worst = plane.margin.indexOf(Math.min(...plane.margin));
    rows.push([
      'Sheathing margin',
      `${formatText('temperatureDifference', plane.margin[worst]!, units)} in ${MONTHS[worst]!} (layer ${plane.layer})`,
    ]);
  }
  rows.push(['Condensation by month', monthlyText(moisture.monthly, units)]);
  const { judgment } = result;
  rows.unshift(
    ['Moisture', `${SIGN[judgment.moisture]}, ${BASIS[judgment.basis]}. ${judgment.decides.text}`],
    ...judgment.relies.map((text): [string, string] => ['relies on', text]),
    ['Code', `${judgment.code.status}: ${judgment.code.row}`],
  );
  const width = Math.max(...rows.map(([label]) => label.length));
  return [
    `${result.wall}  (${file})`,
    ...rows.map(([label, value]) => `  ${label.padEnd(width)}  ${value}`),
    ...judgment.fixes.map(({ label, after, gives }) => `  → ${label}: ${WORDS[after]}. ${gives}`),
    ...(judgment.refused ? [`  ${judgment.refused}`] : []),
    ...result.verdicts.flatMap(({ status, title, reason, fixes }) => [
      `  ${SIGN[status].padEnd(9)} ${title}`,
      `            ${reason}`,
      ...fixes.map(
        ({ label, effect }) => `            → ${label}: ${resistance(effect.effectiveR)}`,
      ),
    ]),
    ...result.problems.map((problem) => `  ${problem}`),
    '',
    '',
  ].join('\n');
}
