import { expect, test } from '@jest/globals';
import { assess } from '@eldrun/core/assessment';
import {
  explainCarbon,
  explainCost,
  explainEffectiveR,
  explainFramingLoss,
  explainLayerResistance,
  explainLayerVapor,
  explainMargin,
  explainPoint,
  explainThickness,
  type Explanation,
} from '@eldrun/core/explain';
import { profileOf } from '@eldrun/core/steady-moisture';
import { coldWall, without } from '../walls.ts';

const assessment = assess(coldWall());
const profile = profileOf(assessment.wall, 'cavity', assessment.wall.months[0]!);

const explanations: Explanation[] = [
  explainEffectiveR(assessment),
  explainFramingLoss(assessment),
  explainMargin(assessment),
  explainThickness(assessment),
  explainCost(assessment),
  explainCarbon(assessment),
  ...assessment.wall.layers.map((_, i) => explainLayerResistance(assessment, i)),
  ...assessment.wall.layers.map((_, i) => explainLayerVapor(assessment, i, profile)),
  explainPoint(profile, profile.points[3]!),
  explainMargin(assess(without(coldWall(), 'osb', 'wrap'))),
];

test.each(explanations)('$title: formula, source and what it leaves out', (explanation) => {
  expect(explanation.formula).toBeTruthy();
  expect(explanation.source).toBeTruthy();
  expect(explanation.leavesOut.length).toBeGreaterThan(0);
  for (const { value } of explanation.inputs)
    if (typeof value !== 'string') expect(Number.isFinite(value.value)).toBe(true);
});

test('what is shown adds up to what is explained', () => {
  const sum = ({ inputs }: Explanation) =>
    inputs.reduce((total, { value }) => total + (typeof value === 'string' ? 0 : value.value), 0);
  for (const explain of [explainThickness, explainCost, explainCarbon]) {
    const explanation = explain(assessment);
    const { value } = explanation.value as { value: number };
    expect(sum(explanation)).toBeCloseTo(value, 9);
    expect(value).toBeGreaterThan(0);
  }
});

test('cost and carbon by hand: a square metre of OSB and of studs', () => {
  const layers = Object.fromEntries(assessment.quantities.layers.map((layer) => [layer.id, layer]));
  expect(layers['osb']).toMatchObject({ cost: 7, carbon: expect.closeTo(0.38 * 650 * 0.0111, 1) });
  // 23 % softwood at 420 USD/m³, 77 % batt at 12 USD/m² for 88.9 mm.
  const studs = 0.23 * 420 * 0.1397 + (0.77 * 12 * 0.1397) / 0.0889;
  expect(layers['studs']!.cost).toBeCloseTo(studs, 9);
});
