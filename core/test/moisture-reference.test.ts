import { describe, expect, test } from '@jest/globals';
import { dewPoint, evaluate, saturationPressure } from '../src/index.ts';
import { validateWall } from '../src/wall/schema.ts';
import { readReference, referenceCases } from './reference.ts';

interface Row {
  temperature: number;
  relativeHumidity: number;
  saturationPressure: number;
  vaporPressure: number;
  dewPoint: number;
}

test.each(readReference<Row[]>('psychrometrics.json'))(
  'psychrometrics at $temperature °C and RH $relativeHumidity',
  (row) => {
    const saturation = saturationPressure(row.temperature);
    expect(Math.abs(saturation / row.saturationPressure - 1)).toBeLessThan(1e-9);
    const vapor = row.relativeHumidity * saturation;
    expect(Math.abs(vapor / row.vaporPressure - 1)).toBeLessThan(1e-9);
    expect(Math.abs(dewPoint(vapor) - row.dewPoint)).toBeLessThanOrEqual(
      1e-9 * Math.max(1, Math.abs(row.dewPoint)),
    );
  },
);

interface MoistureExpected {
  indoorDewPoint: number[];
  condensingPlane: { layer: string; face: string; temperature: number[]; margin: number[] } | null;
}

describe('condensing plane and indoor dew point of the moisture reference cases', () => {
  const cases = referenceCases('moisture');

  test('are all here', () => expect(cases).toHaveLength(11));

  test.each(cases)('$name', ({ wall, expected }) => {
    const wanted = expected as unknown as MoistureExpected;
    const { moisture } = evaluate(validateWall(wall));
    near(moisture.indoorDewPoint, wanted.indoorDewPoint);
    if (wanted.condensingPlane === null) return expect(moisture.condensingPlane).toBeNull();
    expect(moisture.condensingPlane).toMatchObject({
      layer: wanted.condensingPlane.layer,
      face: wanted.condensingPlane.face,
    });
    near(moisture.condensingPlane!.temperature, wanted.condensingPlane.temperature);
    near(moisture.condensingPlane!.margin, wanted.condensingPlane.margin);
  });

  function near(actual: number[], wanted: number[]): void {
    expect(actual).toHaveLength(12);
    actual.forEach((value, m) => expect(Math.abs(value - wanted[m]!)).toBeLessThan(1e-6));
  }
});
