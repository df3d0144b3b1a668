import { amountIn, fixed, type SoldBy, type UnitSystem } from '@eldrun/core';

const MANY: Partial<Record<SoldBy, string>> = { box: 'boxes' };

/** `3 boxes`, `48 ft`. */
export function amountText(value: number, unit: SoldBy, system: UnitSystem): string {
  const { value: amount, unit: name } = amountIn(value, unit, system);
  const whole = ['m', 'm²', 'm³', 'L'].includes(unit)
    ? amount < 10
      ? fixed(amount, 1)
      : fixed(amount, 0)
    : String(Number(amount.toFixed(2)));
  const word = /^(ft|m|gal|L)/.test(name) ? name : amount === 1 ? name : (MANY[unit] ?? `${name}s`);
  return `${whole} ${word}`;
}
