import { describe, expect, test } from '@jest/globals';
import { assess } from '@eldrun/core/assessment';
import { CLIMATES } from '@eldrun/core/climate';
import { judge } from '@eldrun/core/judgment';
import { messageText, type UnitSystem } from '@eldrun/core/units';
import { withBrief, type Brief } from '@eldrun/core/build-up';
import { differencesFrom, optionFacts, optionOf, WAYS, wallOfWay } from '@eldrun/core/options';
import { validateProjectWall } from '@eldrun/core/wall/schema';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { coldWall, sheet, withLayer } from '../walls.ts';

const brief = (climate: string): Brief => ({
  convention: 'ashrae',
  indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity: 0.35 } },
  outdoor: { climate },
  targets: { r: 5 },
});

describe('ways of building', () => {
  const units: UnitSystem[] = ['imperial', 'metric'];
  test.each(WAYS.flatMap(({ id }) => units.map((system) => [id, system] as const)))(
    '%s (%s) is a wall, and with a board outside a good one',
    (id, system) => {
      for (const climate of Object.keys(CLIMATES).filter((_, i) => i % 4 === 0)) {
        const wall = validateProjectWall(wallOfWay(id, brief(climate), system), {});
        const assessment = assess(withBrief(wall, brief(climate)));
        if (/split-foam|all-outside/.test(id)) {
          expect([climate, judge(assessment).moisture]).toEqual([climate, 'pass']);
          expect(assessment.thermal.effective.r).toBeGreaterThanOrEqual(5);
        }
      }
    },
  );

  test('wear the finish, the sheathing and the cladding of the wall beside them', () => {
    const like = withLayer(coldWall(), 'lap', { material: 'wood-lap-siding', thickness: 0.019 });
    const wall = wallOfWay('two-rows', brief('cold-humid'), 'imperial', like);
    const materials = wall.layers.map((layer) => (layer.kind === 'sheet' ? layer.material : '|'));
    expect(materials.join(' ')).toBe(
      'gypsum-board variable-membrane-high-range | cellulose-dense-pack | osb wrb-monolithic-membrane | wood-lap-siding',
    );
    const furring = wall.layers.at(-2)!;
    expect(furring.kind === 'framed' && furring.member.spacing).toBe(0.6096);
  });

  test('an unknown way is refused', () => {
    expect(() => wallOfWay('thatch', brief('cold-humid'), 'imperial')).toThrow('split-foam');
  });
});

describe('what options are compared by', () => {
  const facts = (wall = coldWall()) => optionFacts(wall);
  const said = (messages: ReturnType<typeof facts>['givesUp']): string =>
    messages.map((message) => messageText(message, 'metric')).join('; ');

  test('passes around the house are counted outside the frame', () => {
    // Sheathing, membrane, board, furring, cladding.
    expect(facts().passes).toBe(5);
    const two = coldWall();
    two.layers.splice(5, 0, sheet('second', 'mineral-wool-board-rigid', 0.0381));
    expect(facts(two).passes).toBe(6);
  });

  test('what burns is named, foam first', () => {
    expect(said([facts().fire])).toBe(
      'nothing but wood panels and membranes burns outside the frame',
    );
    const foam = withLayer(coldWall(), 'board', { material: 'xps' });
    expect(said([facts(foam).fire])).toContain('foam plastic, needs a thermal barrier');
    expect(said(facts(foam).givesUp)).toContain('dries inward only');
  });

  test('what drains and what insulates outside is what the whole wall says, demo walls of other kinds too', () => {
    const ofDemo = (name: string) => {
      const { brief: own, walls } = DEMO_PROJECTS.find((one) =>
        one.walls.some((wall) => wall.name === name),
      )!;
      return facts(
        withBrief(
          walls.find((wall) => wall.name === name)!,
          own,
        ),
      );
    };
    const veneer = ofDemo('Brick veneer on timber frame');
    expect(said([veneer.gap])).toBe('a gap of 50 mm, vented');
    expect(said(veneer.givesUp)).toContain('no insulation outside it');
    // A weather board insulates outside the frame.
    const woodFiber = ofDemo('Wood-fiber wall with service cavity');
    expect(said([woodFiber.gap])).toBe('a gap of 25 mm, open');
    expect(said(woodFiber.givesUp)).not.toContain('no insulation outside');
    expect(said([ofDemo('Garage link, paint only').gap])).toBe('the laps of the cladding');
    expect(said([ofDemo('Inner vapor barrier, foam outside').gap])).toContain('wrap');
  });

  test('differences are against the first', () => {
    const thick = withLayer(coldWall(), 'board', { thickness: 0.0762 });
    const [first, second] = [coldWall(), thick].map((file) => ({ file, option: optionOf(file) }));
    const [difference] = differencesFrom(first!, [second!]);
    expect(difference!.measures.thickness).toBeCloseTo(0.0381, 12);
    expect(difference!.layers.map(({ id, change }) => [id, change])).toEqual([
      ['board', 'changed'],
    ]);
  });
});
