import { measured, say, type Message } from '../../common/units/index.ts';
import type { Energy } from './types.ts';
import { areasOf, type Gain, type Worth } from './worth.ts';

const percent = (share: number): string => `${Math.round(share * 100)} %`;
const usd = (value: number) => measured('money', value);
const yearsText = (value: number): string =>
  `${value < 10 ? value.toFixed(1) : Math.round(value)} years`;

/** A difference of margins from which it is told, K. */
const TOLD = 0.5;

const HANGS: Record<Gain['hangsOn'], string> = {
  cost: 'what it costs to build',
  energy: 'the price of energy',
  discount: 'the discount rate',
};

/**
 * What the figures come to, in plain sentences: where the heat goes, what pays back and when, what it hangs on, and what no
 * sum of money has in it.
 *
 * @param worths from `worthOf`, the baseline first
 * @param margins lowest margin of the year of each option's wall, K; null where it has none
 */
export function worthSentences(
  energy: Energy,
  worths: readonly Worth[],
  margins: readonly (number | null)[],
): Message[] {
  const [base] = worths;
  if (!base) return [];
  const sentences = [whereItGoes(energy, base)];
  for (const worth of worths)
    if (worth.gain) sentences.push(paysBack(energy, worth.option.name, worth.gain));
  // What costs more is weighed before what costs less, the largest sum first.
  const dearest = worths
    .flatMap(({ option, gain }) => (gain?.net == null ? [] : [{ option, gain, net: gain.net }]))
    .sort(
      (a, b) =>
        Number(b.gain.cost! > 0) - Number(a.gain.cost! > 0) || Math.abs(b.net) - Math.abs(a.net),
    )[0];
  if (dearest)
    sentences.push(
      say`Over ${energy.years} years “${dearest.option.name}” comes to ${usd(dearest.net)} against the baseline, likely ${usd(dearest.gain.netSpan![0])} to ${usd(dearest.gain.netSpan![1])}. It hangs most on ${HANGS[dearest.gain.hangsOn]}.`,
    );
  sentences.push(beside(worths, margins));
  return sentences;
}

function whereItGoes(energy: Energy, { year }: Worth): Message {
  const { walls, windows } = areasOf(energy);
  const lost = year.wallLoss + year.windowLoss;
  if (lost <= 0) return say`No day of this climate is heated.`;
  return say`Of ${measured('energy', lost)} that leave through walls and windows in a year, windows take ${percent(year.windowLoss / lost)} through ${percent(windows / (walls + windows))} of the area; the sun through them makes up for ${percent(Math.min(1, year.sunUsed / lost))}.`;
}

function paysBack(energy: Energy, name: string, gain: Gain): Message {
  const { cost, money, payback, paybackSpan } = gain;
  if (cost === null)
    return say`“${name}” saves ${usd(money)} a year; what it costs is not known, since a price is missing.`;
  if (cost <= 0)
    return money >= 0
      ? say`“${name}” costs ${usd(-cost)} less and saves ${usd(money)} a year.`
      : say`“${name}” costs ${usd(-cost)} less and takes ${usd(-money)} more a year: what is saved lasts ${yearsText(cost / money)}.`;
  if (payback === null) return say`“${name}” costs ${usd(cost)} more and saves nothing.`;
  const span = paybackSpan.map((end) => (end === null ? 'never' : String(Math.round(end))));
  const pays = say`“${name}” costs ${usd(cost)} more and saves ${usd(money)} a year: paid back in ${yearsText(payback)} (${span[0]!} to ${span[1]!})`;
  return payback > energy.years
    ? say`${pays}, beyond the ${energy.years} that are counted.`
    : say`${pays}.`;
}

function beside(worths: readonly Worth[], margins: readonly (number | null)[]): Message {
  const [from] = margins;
  let most = { name: '', warmer: TOLD };
  worths.forEach(({ option }, i) => {
    const margin = margins[i];
    if (from != null && margin != null && margin - from > most.warmer)
      most = { name: option.name, warmer: margin - from };
  });
  const warmer = most.name
    ? say`: with “${most.name}” the sheathing stays ${measured('temperatureDifference', most.warmer)} farther from the dew point in the worst month`
    : say``;
  return say`Not in the sum: warm sheathing, walls that forgive a leak, rooms that feel warmer beside them, a smaller heater${warmer}.`;
}
