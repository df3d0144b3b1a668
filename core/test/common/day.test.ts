import { expect, test } from '@jest/globals';
import { InputError } from '@eldrun/core/errors';
import { isDay, parseDay } from '@eldrun/core/units';
import { validateDecision } from '../../src/assembly/decision/schema.ts';
import { validateDetails } from '../../src/building/edges/schema.ts';
import { validateOrder } from '../../src/building/order/schema.ts';
import { validateProjectSite } from '../../src/building/site/schema.ts';

test.each(['2026-02-28', '2024-02-29', '2199-12-31'])('%s is a day', (day) => {
  expect(isDay(day)).toBe(true);
  expect(parseDay(` ${day} `, 'on')).toBe(day);
});

test.each(['2026-02-31', '2026-02-29', '2026-13-01', '26-02-01', '2026-2-1', '0026-02-01', ''])(
  '“%s” is none',
  (day) => {
    expect(isDay(day)).toBe(false);
    expect(() => parseDay(day, 'on')).toThrow(InputError);
  },
);

test('wherever a day is kept, one that the calendar does not have is refused by its field', () => {
  const none = '2026-02-31';
  const refused = (validate: (value: unknown) => unknown, value: object, path: string): void => {
    let found: unknown = null;
    try {
      validate(value);
    } catch (error) {
      found = error;
    }
    expect(found).toBeInstanceOf(InputError);
    expect((found as InputError).path).toBe(path);
    expect((found as InputError).problem).toContain('is no day');
  };
  refused(
    validateDecision,
    {
      format: 'eldrun-decision',
      version: 1,
      name: 'D',
      chosen: 'a',
      why: '',
      decidedBy: '',
      decidedOn: none,
      options: [],
      brief: {},
    },
    'decidedOn',
  );
  refused(
    validateDetails,
    {
      format: 'eldrun-details',
      version: 1,
      name: 'E',
      penetrations: [{ id: 'P1', kind: 'cable', elevation: 'north', size: 0.02, sealedOn: none }],
    },
    'penetrations[0].sealedOn',
  );
  refused(
    validateOrder,
    {
      format: 'eldrun-order',
      version: 1,
      name: 'O',
      deliveries: [{ id: 'd', key: 'k', count: 1, on: none }],
    },
    'deliveries[0].on',
  );
  refused(
    validateProjectSite,
    {
      format: 'eldrun-site',
      version: 1,
      name: 'S',
      start: none,
      calendar: { workdays: [1], hours: 8 },
    },
    'start',
  );
});
