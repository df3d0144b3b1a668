import { execFileSync } from 'node:child_process';
import { beforeAll, describe, expect, test } from '@jest/globals';
import * as WebIfc from 'web-ifc';
import { assess, assessLayers } from '@eldrun/core/assessment';
import { InputError } from '@eldrun/core/errors';
import { LIBRARY } from '@eldrun/core/materials';
import { withBrief, type Brief, type WallFile } from '@eldrun/core/build-up';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { readModel, writeModel } from '../src/index.ts';
import { readStep, stepReal, stepText } from '../src/models/step.ts';

const WALLS: [string, WallFile, Brief][] = DEMO_PROJECTS.flatMap(({ brief, walls }) =>
  walls.map((wall): [string, WallFile, Brief] => [wall.name, withBrief(wall, brief), brief]),
);
const [, OPTION_B, BRIEF] = WALLS.find(([name]) => name === 'North gable, option B')!;
const DAY = '2026-03-12';

const write = (format: 'ifc' | 'gbxml', ...files: WallFile[]): string =>
  writeModel(format, files, 'Mill Race', DAY).text;

function problemOf(work: () => unknown): InputError {
  try {
    work();
  } catch (error) {
    if (error instanceof InputError) return error;
    throw error;
  }
  throw new Error('nothing was refused');
}

describe('STEP', () => {
  test('numbers are unrounded and always have a point', () => {
    expect([0, 1, -2.5, 1e-7, 1.5e21, 0.1].map(stepReal)).toEqual([
      '0.',
      '1.',
      '-2.5',
      '1.E-7',
      '1.5E21',
      '0.1',
    ]);
  });

  test('texts of any letters are read back as they were', () => {
    for (const text of ['Bob’s “wall”', "it's \\ 'quoted'", 'λ ≤ 0.04 → 日本 🏠', '', '#1=X();']) {
      const file = `ISO-10303-21;HEADER;ENDSEC;DATA;#1=IFCLABEL(${stepText(text)});ENDSEC;`;
      expect(readStep(file).get(1)!.values).toEqual([text]);
    }
  });

  test('references, lists, enumerations, types, comments; an entity of several types is passed over', () => {
    const file = `ISO-10303-21; HEADER; ENDSEC; DATA;
      /* a comment; with ' a quote */ #12 = IFCTHING ( #3 , .TRUE. , ( 1. , -2.E-3 ) , $ , * , IFCREAL(4.) , \n 'x' );
      #13=(IFCA()IFCB('y',(1)));
      #14=IFCLAST();
      ENDSEC; END-ISO-10303-21;`;
    const entities = readStep(file);
    expect(entities.get(12)).toEqual({
      type: 'IFCTHING',
      values: [
        { ref: 3 },
        { word: 'TRUE' },
        [1, -0.002],
        null,
        null,
        { type: 'IFCREAL', value: 4 },
        'x',
      ],
    });
    expect(entities.has(13)).toBe(false);
    expect(entities.get(14)!.values).toEqual([]);
  });

  test('a broken file is named by its entity, however it is broken', () => {
    const text = write('ifc', OPTION_B);
    for (const at of [0.3, 0.5, 0.7, 0.95]) {
      const cut = text.slice(0, Math.floor(text.length * at));
      expect(problemOf(() => readStep(cut)).message).toMatch(/^#\d+: the file is broken here/);
    }
    expect(problemOf(() => readStep('ISO-10303-21; HEADER;')).path).toBe('file');
    const deep = `ISO-10303-21;HEADER;ENDSEC;DATA;#1=X(${'('.repeat(5000)});ENDSEC;`;
    expect(problemOf(() => readStep(deep)).path).toBe('#1');
  });
});

describe('IFC', () => {
  test.each(WALLS)('reads back with the same effective U: %s', (_, file, brief) => {
    const [back] = readModel(write('ifc', file), brief);
    const u = assess(file).thermal.effective.u;
    expect(Math.abs(assess(back!.file).thermal.effective.u - u)).toBeLessThan(1e-9);
    expect(back!.file).toEqual(file);
    expect(back!.lost).toEqual([]);
  });

  test('the same walls are the same file, and several are each with its own', () => {
    const files = WALLS.slice(0, 3).map(([, file]) => file);
    expect(write('ifc', ...files)).toBe(write('ifc', ...files));
    expect(readModel(write('ifc', ...files), BRIEF).map(({ file }) => file.name)).toEqual(
      files.map(({ name }) => name),
    );
  });

  test('a thickness that another program changed is taken, and said', () => {
    const text = write('ifc', OPTION_B).replace(
      /(IFCMATERIALLAYER\(#\d+,)0\.0381(,)/,
      '$10.0508$2',
    );
    const [back] = readModel(text, BRIEF);
    expect(back!.file.layers[5]!.thickness).toBe(0.0508);
    expect(back!.lost.join()).toMatch(/50\.8 mm in the model and was 38\.1 mm/);
  });

  test('layers that another program added: the model’s are taken, without the frame', () => {
    const text = write('ifc', OPTION_B);
    const layers = /IFCMATERIALLAYERSET\(\((#\d+),/.exec(text)!;
    const changed = text.replace(layers[0], `${layers[0]}${layers[1]},`);
    const [back] = readModel(changed, BRIEF);
    expect(back!.file.layers).toHaveLength(OPTION_B.layers.length + 1);
    expect(back!.file.layers.every(({ kind }) => kind !== 'framed')).toBe(true);
    expect(back!.lost.join()).toMatch(/The layers are others/);
  });

  describe('by an independent reader', () => {
    const api = new WebIfc.IfcAPI();
    beforeAll(async () => {
      await api.Init();
    });
    const all = (model: number, type: number) => {
      const ids = api.GetLineIDsWithType(model, type);
      return Array.from(
        { length: ids.size() },
        (_, i) => api.GetLine(model, ids.get(i), true) as Record<string, unknown>,
      );
    };
    const valueOf = (field: unknown): unknown => (field as { value: unknown } | null)?.value;

    test('layers, materials, thermal and hygrothermal figures, U', () => {
      const model = api.OpenModel(new TextEncoder().encode(write('ifc', OPTION_B)));
      expect(api.GetModelSchema(model)).toBe('IFC4');
      const { wall, thermal } = assess(OPTION_B);
      const layers = all(model, WebIfc.IFCMATERIALLAYER);
      expect(layers.map(({ LayerThickness }) => valueOf(LayerThickness))).toEqual(
        wall.layers.map(({ thickness }) => thickness),
      );
      expect(valueOf(layers[6]!['IsVentilated'])).toBe(true);
      const sets = all(model, WebIfc.IFCMATERIALPROPERTIES);
      const figures = (material: string): Record<string, unknown> =>
        Object.fromEntries(
          sets
            .filter(({ Material }) => valueOf((Material as { Name: unknown }).Name) === material)
            .flatMap(({ Properties }) => Properties as { Name: unknown; NominalValue: unknown }[])
            .map(({ Name, NominalValue }): [string, unknown] => [
              String(valueOf(Name)),
              valueOf(NominalValue),
            ]),
        );
      const gypsum = LIBRARY['gypsum-board']!;
      expect(figures(gypsum.name)).toMatchObject({
        ThermalConductivity: gypsum.conductivity,
        MassDensity: gypsum.density,
        SpecificHeatCapacity: gypsum.specificHeat,
      });
      const osb = figures(LIBRARY['osb']!.name);
      expect(osb['UpperVaporResistanceFactor']).toBeGreaterThan(
        osb['LowerVaporResistanceFactor'] as number,
      );
      const common = all(model, WebIfc.IFCPROPERTYSET).find(
        ({ Name }) => valueOf(Name) === 'Pset_WallCommon',
      )!;
      const u = (common['HasProperties'] as { Name: unknown; NominalValue: unknown }[]).find(
        ({ Name }) => valueOf(Name) === 'ThermalTransmittance',
      )!;
      expect(valueOf(u.NominalValue)).toBe(thermal.effective.u);
      api.CloseModel(model);
    });

    test('every GlobalId is one, and there is none twice', () => {
      const model = api.OpenModel(
        new TextEncoder().encode(write('ifc', ...WALLS.map(([, file]) => file))),
      );
      const ids = [
        WebIfc.IFCPROJECT,
        WebIfc.IFCWALLTYPE,
        WebIfc.IFCPROPERTYSET,
        WebIfc.IFCRELASSOCIATESMATERIAL,
        WebIfc.IFCRELDECLARES,
      ].flatMap((type) => all(model, type).map(({ GlobalId }) => valueOf(GlobalId) as string));
      for (const id of ids) expect(id).toMatch(/^[0-3][0-9A-Za-z_$]{21}$/);
      expect(new Set(ids).size).toBe(ids.length);
      api.CloseModel(model);
    });
  });

  /** A model as other programs write it: millimeters, outside first, IFC2x3 properties. */
  const FOREIGN = `ISO-10303-21;HEADER;FILE_SCHEMA(('IFC2X3'));ENDSEC;DATA;
#1=IFCSIUNIT(*,.LENGTHUNIT.,.MILLI.,.METRE.);
#2=IFCUNITASSIGNMENT((#1));
#10=IFCMATERIAL('Clay brick');
#11=IFCMATERIAL('Phenolic marvel');
#12=IFCMATERIAL('Gypsum board, paper-faced');
#20=IFCTHERMALMATERIALPROPERTIES(#11,1400.,$,$,0.021);
#21=IFCGENERALMATERIALPROPERTIES(#11,$,$,35.);
#22=IFCHYGROSCOPICMATERIALPROPERTIES(#11,60.,40.,$,$,$);
#23=IFCTHERMALMATERIALPROPERTIES(#10,$,$,$,0.9);
#30=IFCMATERIALLAYER(#10,100.,$);
#31=IFCMATERIALLAYER($,40.,.T.);
#32=IFCMATERIALLAYER(#11,120.,$);
#33=IFCMATERIALLAYER(#12,12.5,$);
#40=IFCMATERIALLAYERSET((#30,#31,#32,#33),'Outer wall');
#41=IFCMATERIALLAYERSETUSAGE(#40,.AXIS2.,.POSITIVE.,0.);
#50=IFCWALLSTANDARDCASE('0',$,'Wall 7',$,$,$,$,$);
#60=IFCRELASSOCIATESMATERIAL('1',$,$,$,(#50),#41);
ENDSEC;END-ISO-10303-21;`;

  test('of another program: units converted, turned indoors first, what is missing said', () => {
    const [{ file, lost }] = readModel(FOREIGN, BRIEF) as [{ file: WallFile; lost: string[] }];
    expect(file.name).toBe('Outer wall');
    expect(file.layers.map(({ thickness }) => thickness)).toEqual([0.0125, 0.12, 0.04, 0.1]);
    expect(file.layers.map(({ kind }) => kind)).toEqual(['sheet', 'sheet', 'air', 'sheet']);
    expect(file.layers[2]).toMatchObject({ ventilation: 'open' });
    const foam = Object.values(file.materials!).find(({ name }) => name === 'Phenolic marvel')!;
    expect(foam).toMatchObject({ conductivity: 0.021, density: 35, specificHeat: 1400 });
    expect(foam.vapor).toEqual({
      muTable: [
        [0.25, 60],
        [0.715, 40],
      ],
    });
    const said = lost.join('\n');
    expect(said).toMatch(/does not say which side is indoors: “Gypsum board, paper-faced”/);
    expect(said).toMatch(/no frame/);
    expect(said).toMatch(/“Gypsum board, paper-faced” has no conductivity in the model/);
    expect(assess(file).thermal.effective.u).toBeCloseTo(
      1 / (0.12 + 0.13 + 0.0125 / 0.16 + 0.12 / 0.021),
      1,
    );
  });

  test('in feet by a conversion unit', () => {
    const feet = FOREIGN.replace(
      '#1=IFCSIUNIT(*,.LENGTHUNIT.,.MILLI.,.METRE.);',
      `#1=IFCCONVERSIONBASEDUNIT(#4,.LENGTHUNIT.,'FOOT',#3);
#3=IFCMEASUREWITHUNIT(IFCLENGTHMEASURE(0.3048),#5);
#4=IFCDIMENSIONALEXPONENTS(1,0,0,0,0,0,0);
#5=IFCSIUNIT(*,.LENGTHUNIT.,$,.METRE.);`,
    ).replace(/,(100|40|120|12\.5)\.?,/g, (_, mm: string) => `,${Number(mm) / 304.8},`);
    const [{ file }] = readModel(feet, BRIEF) as unknown as [{ file: WallFile }];
    expect(file.layers[1]!.thickness).toBeCloseTo(0.12, 12);
  });

  test('bad input: no unit, no layers, a material that nobody knows: named, nothing taken', () => {
    const without = FOREIGN.replace('#2=IFCUNITASSIGNMENT((#1));', '');
    expect(problemOf(() => readModel(without, BRIEF)).message).toMatch(/in which unit/);
    const bare = FOREIGN.replace(/#60=.*\n/, '');
    expect(problemOf(() => readModel(bare, BRIEF)).message).toMatch(/no wall with layers/);
    const unknown = FOREIGN.replace(/#20=.*\n/, '');
    const found = problemOf(() => readModel(unknown, BRIEF));
    expect(found.path).toBe('wall “Outer wall”, layer 2, “Phenolic marvel”');
    expect(found.problem).toMatch(/neither its conductivity nor its R/);
    expect(problemOf(() => readModel(FOREIGN, null)).message).toMatch(/neither climate nor/);
    expect(problemOf(() => readModel('a poem', BRIEF)).path).toBe('file');
    const thick = FOREIGN.replace('120.', '99000.');
    expect(problemOf(() => readModel(thick, BRIEF)).path).toMatch(/thickness/);
  });
});

describe('gbXML', () => {
  test.each(WALLS)('reads back with the same U along the cavity: %s', (_, file, brief) => {
    const [back] = readModel(write('gbxml', file), brief);
    const u = assessLayers(file).paths.cavityPath.u;
    expect(assessLayers(back!.file).paths.cavityPath.u / u - 1).toBeCloseTo(0, 9);
  });

  test('what it does not carry is listed: frames, fasteners, what lies outside a gap', () => {
    const { lost } = writeModel('gbxml', [OPTION_B], 'Mill Race', DAY);
    const said = lost.join('\n');
    expect(said).toMatch(/the frame in “Frame with mineral wool/);
    expect(said).toMatch(/fasteners/);
    expect(said).toMatch(/Fiber-cement lap siding\): it counts for nothing/);
    expect(said).toMatch(/vapor/);
  });

  test('by an independent reader: every reference leads somewhere, units at every figure, R adds up to U', () => {
    const script = `
import sys, json
import xml.etree.ElementTree as tree
ns = {'g': 'http://www.gbxml.org/schema'}
root = tree.fromstring(sys.stdin.read())
materials = {m.get('id'): m for m in root.findall('g:Material', ns)}
layers = {l.get('id'): l for l in root.findall('g:Layer', ns)}
def read(c):
    layer = layers[c.find('g:LayerId', ns).get('layerIdRef')]
    own = [materials[m.get('materialIdRef')] for m in layer.findall('g:MaterialId', ns)]
    figures = [f for m in own for f in m if f.text and f.tag.split('}')[1] not in ('Name', 'Description')]
    return dict(name=c.find('g:Name', ns).text, u=float(c.find('g:U-value', ns).text),
        outer=own[0].find('g:Name', ns).text, units=sorted({f.get('unit') for f in figures}),
        r=sum(float(m.find('g:R-value', ns).text) for m in own))
print(json.dumps(dict(version=root.get('version'), walls=[read(c) for c in root.findall('g:Construction', ns)])))`;
    const files = WALLS.map(([, file]) => file);
    const { version, walls } = JSON.parse(
      execFileSync('/usr/bin/python3', ['-c', script], {
        input: write('gbxml', ...files),
        encoding: 'utf8',
      }),
    ) as {
      version: string;
      walls: { name: string; u: number; r: number; outer: string; units: (string | null)[] }[];
    };
    expect(version).toBe('6.01');
    expect(walls).toHaveLength(files.length);
    walls.forEach(({ name, u, r, units }, i) => {
      const { wall, paths } = assessLayers(files[i]!);
      expect(name).toBe(files[i]!.name);
      expect(u).toBe(paths.cavityPath.u);
      expect(r + wall.innerFilm + wall.outerFilm).toBeCloseTo(paths.cavityPath.r, 9);
      expect(units).not.toContain(null);
      expect(units).toContain('SquareMeterKPerW');
    });
    // From outside to inside.
    expect(walls.find(({ name }) => name === OPTION_B.name)!.outer).toMatch(/Mineral wool board/);
  });

  const IMPERIAL = `<?xml version="1.0"?><gbXML xmlns="http://www.gbxml.org/schema" lengthUnit="Feet" temperatureUnit="F" areaUnit="SquareFeet" volumeUnit="CubicFeet" useSIUnitsForResults="false">
  <Construction id="c1"><Name>Wall &amp; co</Name><LayerId layerIdRef="l1"/></Construction>
  <Layer id="l1"><MaterialId materialIdRef="m1"/><MaterialId materialIdRef="m2"/><MaterialId materialIdRef="m3"/></Layer>
  <Material id="m1"><Name>Marvel board</Name><R-value unit="HrSquareFtFPerBTU">10</R-value><Thickness unit="Inches">2</Thickness><Density unit="LbsPerCubicFt">2</Density><SpecificHeat unit="BTUPerLbF">0.35</SpecificHeat></Material>
  <Material id="m2"><Name>Air space</Name><R-value unit="HrSquareFtFPerBTU">1</R-value></Material>
  <Material id="m3"><Name>Gypsum board, paper-faced</Name><Conductivity unit="BtuPerHourFtF">0.0924</Conductivity><Thickness unit="Feet">0.0416667</Thickness></Material>
</gbXML>`;

  test('of another program, in feet and Btu', () => {
    const [{ file, lost }] = readModel(IMPERIAL, BRIEF) as [{ file: WallFile; lost: string[] }];
    expect(file.name).toBe('Wall & co');
    // Indoors first: the schema has them from outside.
    expect(file.layers[0]!.thickness).toBeCloseTo(0.0127, 6);
    const { layers } = assessLayers(file).paths;
    expect(layers[2]!.resistance).toBeCloseTo(10 * 0.1761101838, 6);
    expect(layers[1]!.resistance).toBeCloseTo(0.1761101838, 6);
    const board = Object.values(file.materials!).find(({ name }) => name === 'Marvel board')!;
    expect(board.density).toBeCloseTo(32.037, 3);
    expect(board.specificHeat).toBeCloseTo(1465.4, 1);
    expect(lost.join('\n')).toMatch(/“Air space” has no thickness/);
    expect(lost.join('\n')).toMatch(/“Marvel board” has no vapor figure/);
  });

  test('bad input: broken XML, no unit, an unknown unit, a figure that is none, a missing material, no layers', () => {
    const bad = (from: string | RegExp, to: string) =>
      problemOf(() => readModel(IMPERIAL.replace(from, to), BRIEF));
    expect(bad('</Layer>', '').path).toMatch(/^line \d+$/);
    expect(bad(' unit="Inches"', '').message).toMatch(/Material m1\.Thickness: has no unit/);
    expect(bad('unit="Inches"', 'unit="Cubits"').message).toMatch(/“Cubits” is not known/);
    expect(bad('>2</Thickness>', '>two</Thickness>').message).toMatch(/“two” is no figure/);
    expect(bad('materialIdRef="m3"', 'materialIdRef="m9"').path).toBe('Material m9');
    expect(bad(/<LayerId[^>]*>/, '').message).toMatch(/no construction with layers/);
    expect(problemOf(() => readModel('<html/>', BRIEF)).message).toMatch(/is no gbXML/);
  });

  test('entities of its own are not expanded', () => {
    const bomb = `<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "ha"><!ENTITY b "${'&a;'.repeat(50)}"><!ENTITY c "${'&b;'.repeat(50)}"><!ENTITY d "${'&c;'.repeat(50)}">]><gbXML><Construction id="c"><Name>${'&d;'.repeat(50)}</Name></Construction></gbXML>`;
    expect(() => readModel(bomb, BRIEF)).toThrow(/./);
  });
});

test('a model of no wall is refused', () => {
  expect(problemOf(() => writeModel('ifc', [], 'x', DAY)).path).toBe('walls');
});

describe('a hostile model is refused with the reason, in time that grows with its length', () => {
  const step = (data: string): string => `ISO-10303-21;HEADER;ENDSEC;DATA;${data}`;
  const xml = (inner: string): string => `<?xml version="1.0"?><gbXML>${inner}</gbXML>`;
  const CASES: [string, () => string, RegExp][] = [
    // 4.6 kB of these took two minutes once: each comment doubled the ways to read the blanks around it.
    ['comments without end', () => step(`${'/**/ '.repeat(900)}x`), /DATA: the file is broken/],
    [
      'a comment that is not closed',
      () => step(`#1=${'/* '.repeat(100_000)}`),
      /#1: the file is broken/,
    ],
    [
      'a text of millions',
      () => step(`#1=IFCWALL('${'x'.repeat(6e6)}');`),
      /holds a text of 6,000,000/,
    ],
    ['a text of quotes', () => step(`#1=IFCWALL('${"''".repeat(3e6)}`), /#1: the file is broken/],
    ['more entities than a city', () => step(entities()), /holds more than is read/],
    ['lists in lists', () => step(`#1=IFCWALL(${'('.repeat(200_000)});`), /#1: the file is broken/],
    ['elements in elements', () => xml('<a>'.repeat(200_000)), /nested too deep/],
    [
      'more elements than are kept',
      () => xml(`<Layer>${'<b/>'.repeat(200_001)}</Layer>`),
      /more constructions than are read/,
    ],
    [
      'a file of the machine as an entity',
      () =>
        '<!DOCTYPE x [<!ENTITY a SYSTEM "file:///etc/passwd">]><gbXML><Layer>&a;</Layer></gbXML>',
      /document type of its own/,
    ],
    [
      'layers named a million times over',
      () =>
        xml(
          `<Construction id="c">${'<LayerId layerIdRef="l"/>'.repeat(1000)}</Construction><Layer id="l">${'<MaterialId materialIdRef="m"/>'.repeat(1000)}</Layer>`,
        ),
      /has 101 layers/,
    ],
    [
      'an element called as a part of every object',
      () => xml('<Layer><__proto__/></Layer>'),
      /no construction/,
    ],
  ];
  const entities = (): string =>
    Array.from({ length: 300_001 }, (_, n) => `#${n}=IFCMATERIAL();`).join('');

  test.each(CASES)('%s', (_, model, message) => {
    // What is not linear takes minutes at these, and the test its end.
    expect(problemOf(() => readModel(model(), BRIEF)).message).toMatch(message);
  });
});
