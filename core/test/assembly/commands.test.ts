import { expect, test } from '@jest/globals';
import { applyCommand, applyCommands, type Command } from '@eldrun/core/wall';
import { InputError } from '@eldrun/core/errors';
import { withBrief } from '@eldrun/core/build-up';
import { validateWall } from '@eldrun/core/wall/schema';
import { coldWall, sheet } from '../walls.ts';

const ids = (wall: { layers: { id: string }[] }) => wall.layers.map(({ id }) => id);

test('each command does what its name says and leaves the document before alone', () => {
  const wall = coldWall();
  const frozen = structuredClone(wall);
  const after = applyCommands(wall, [
    { type: 'insertLayer', index: 1, layer: sheet('poly', 'polyethylene-6mil', 0.00015) },
    { type: 'moveLayer', id: 'wrap', index: 6 },
    { type: 'setThickness', id: 'board', thickness: 0.0508 },
    { type: 'setFill', id: 'board', fill: 'xps' },
    { type: 'setFill', id: 'studs', fill: 'cellulose-dense-pack' },
    { type: 'setFraction', id: 'studs', fraction: null },
    { type: 'setAir', id: 'gap', air: { ventilation: 'slight', openingArea: 800 } },
    { type: 'duplicateLayer', id: 'gypsum' },
    { type: 'removeLayer', id: 'lap' },
    { type: 'setVoidLevel', voidLevel: 1 },
    { type: 'rename', name: 'Renamed' },
  ]);
  expect(ids(after)).toEqual(['gypsum', 'L1', 'poly', 'studs', 'osb', 'board', 'gap', 'wrap']);
  expect(after.layers[5]).toMatchObject({ material: 'xps', thickness: 0.0508 });
  expect(after.layers[3]).toMatchObject({ fill: 'cellulose-dense-pack' });
  expect(after.layers[3]).not.toHaveProperty('fraction');
  expect(after.layers[6]).toMatchObject({
    fill: { air: { ventilation: 'slight', openingArea: 800 } },
  });
  expect(after).toMatchObject({ name: 'Renamed', installation: { voidLevel: 1 } });
  expect(wall).toEqual(frozen);
  validateWall(after);
  expect(applyCommand(after, { type: 'replaceAll', wall: frozen })).toEqual(frozen);
});

test('what a wall records as a whole is set and taken out, and nothing else is touched', () => {
  const wall = coldWall();
  const records: Command[] = [
    { type: 'setRecord', field: 'loads', value: { seismic: 'C' } },
    { type: 'setRecord', field: 'attachment', value: { weight: 20 } },
    { type: 'setRecord', field: 'joints', value: { tape: 'tape-butyl' } },
    {
      type: 'setRecord',
      field: 'proof',
      value: [{ of: 'osb', kind: 'evaluation', name: 'Report', expires: '2030-01-01' }],
    },
    { type: 'setRecord', field: 'mixedParts', value: { by: 'Builder', on: '2026-05-04' } },
    { type: 'setPointBridges', pointBridges: [{ chi: 0.02, perArea: 3 }] },
  ];
  const after = applyCommands(wall, records);
  validateWall(after);
  expect(after).toMatchObject({
    loads: { seismic: 'C' },
    attachment: { weight: 20 },
    joints: { tape: 'tape-butyl' },
    mixedParts: { by: 'Builder' },
    pointBridges: [{ chi: 0.02 }],
  });
  const back = applyCommands(
    after,
    (['loads', 'attachment', 'joints', 'proof', 'mixedParts'] as const).map((field): Command => ({
      type: 'setRecord',
      field,
      value: null,
    })),
  );
  expect(back).toEqual({ ...wall, pointBridges: [{ chi: 0.02, perArea: 3 }] });
});

test('fasteners follow the layers they bridge', () => {
  const screw = { conductivity: 50, diameter: 0.006, perArea: 5 };
  const wall = coldWall({
    fasteners: [
      { ...screw, from: 'wrap', to: 'board' },
      { ...screw, from: 'board', to: 'board' },
    ],
  });
  const gone = applyCommand(wall, { type: 'removeLayer', id: 'board' });
  expect(gone.fasteners).toEqual([{ ...screw, from: 'wrap', to: 'wrap' }]);
  const turned = applyCommand(wall, { type: 'moveLayer', id: 'board', index: 2 });
  expect(turned.fasteners![0]).toMatchObject({ from: 'board', to: 'wrap' });
  validateWall(turned);
});

test.each<Command>([
  { type: 'removeLayer', id: 'nothing' },
  { type: 'setFraction', id: 'osb', fraction: 0.2 },
  { type: 'setAir', id: 'osb', air: { ventilation: 'open' } },
  { type: 'setFill', id: 'osb', fill: { air: {} } },
])('$type on a layer that does not take it is refused', (command) => {
  expect(() => applyCommand(coldWall(), command)).toThrow(InputError);
});

test('a wall follows its brief until it overrides it', () => {
  const { convention, indoor, outdoor, ...wall } = coldWall();
  const brief = { convention, indoor, outdoor, targets: { r: 4 } };
  expect(withBrief(wall, brief).targets).toEqual({ r: 4 });
  const own = { ...wall, outdoor: { climate: 'subarctic' } };
  expect(withBrief(own, brief).outdoor).toEqual({ climate: 'subarctic' });
  const back = applyCommand(own, { type: 'followBrief', field: 'outdoor' });
  expect(withBrief(back, brief).outdoor).toEqual(outdoor);
});
