import data from '../../../data/prescriptive.json' with { type: 'json' };
import { FOOT, PERM, POUND, R_VALUE } from '../units/index.ts';

/** Editions of the US model codes for houses (IRC and IECC of that year) that rows are known of. */
export const CODE_EDITIONS = ['2015', '2018', '2021', '2024'] as const;
type CodeEdition = (typeof CODE_EDITIONS)[number];

/** Insulation between the members, and continuous insulation added outside them, m²K/W. */
export interface InsulationOption {
  cavity: number;
  continuous: number;
}

/** Least continuous insulation outside the frame by its depth, m²K/W: up to 2×4, and deeper (the 2×6 row). */
export interface OutsideLeast {
  shallow?: number;
  deep?: number;
}

/** What a code asks of a framed wall in a climate zone. A row that is missing is not known. SI. */
export interface CodeRows {
  /** Whether a retarder is asked for on the inner side: class I or II, or III under conditions. */
  retarderRequired?: boolean;
  /** Classes that may not stand on the inner side. */
  notPermitted?: RetarderClass[];
  /** With a class III retarder inside. */
  classThree?: OutsideLeast;
  /** Sheathings over which a vented cladding stands for that insulation. */
  classThreeVented?: string[];
  /** With a class II retarder inside and foam outside. */
  classTwo?: OutsideLeast;
  /** Whether a class I or II retarder that passes more than 1 perm by wet cup is allowed everywhere. */
  wetCupAllowed?: boolean;
  /** Spray foam whose R counts as outside: at least so dense, kg/m³, or at most so permeable at its thickness, kg/(s·m²·Pa). */
  sprayFoam?: { density?: number; permeance?: number };
  /** Each suffices by itself. */
  options?: InsulationOption[];
  /** Of the assembly with its framing, as an alternative to the options, W/(m²K). */
  u?: number;
}

type RetarderClass = 'I' | 'II' | 'III';

/** Which code a project follows; `own` holds rows that the adopted local code has otherwise. */
export interface CodePath {
  edition: CodeEdition | 'none';
  /** Climate zone such as `6A`, where the climate does not say it or the code map does otherwise. */
  zone?: string;
  own?: CodeRows;
}

/** Rows, and whether every one of them is sure. */
export interface CodeAnswer {
  edition: CodeEdition;
  /** As the code tables write it: `6`, `Marine 4`, `4 except marine`. */
  zone: string;
  rows: CodeRows;
  /** Whether a row stands in the data as to be compared with the published table. */
  unsure: boolean;
}

interface Row {
  edition: string;
  climateZone?: string;
  climateZones?: string[];
  confidence: string;
}

const TABLES = data as unknown as {
  vaporRetarderRequired: Row[];
  vaporRetarderNotPermitted: (Row & { classes: RetarderClass[] })[];
  vaporRetarderWetCup: Row[];
  sprayFoamAsContinuousInsulation: (Row & { atMostPerm?: number; minimumDensity?: number })[];
  classThreeContinuousInsulation: (Row & { framing: string; minimumR: number })[];
  classThreeVentedCladding: (Row & { ventedCladdingOver: string[] })[];
  classTwoContinuousInsulation: (Row & { framing: string; minimumR: number })[];
  woodFrameWalls: (Row & {
    options: { cavity: number; continuous: number }[];
    uFactor: number;
  })[];
};

/** How the code tables write a zone, most particular first: `4C` is `Marine 4`, then `4`. */
function zoneNames(zone: string): string[] {
  const number = /^\d/.exec(zone)?.[0] ?? zone;
  if (number === '4') return /C$/i.test(zone) ? ['Marine 4', '4'] : ['4 except marine', '4'];
  return [number];
}

/** A zone as a person may write it: 0 to 8, with A, B or C where the code map has one. */
export const ZONE = /^[0-8][ABC]?$/;

/**
 * What a code asks of a framed wall, by edition and climate zone, the project's own rows taken first. The adopted local
 * code governs, with its amendments.
 *
 * @param path of the project
 * @param zone climate zone such as `6A`
 */
export function codeRows({ edition, own }: CodePath, zone: string): CodeAnswer | null {
  if (edition === 'none') return null;
  const key = `${edition} ${zone}`;
  let answer = tableRows.get(key);
  if (!answer) tableRows.set(key, (answer = findRows(edition, zone)));
  return own ? { ...answer, rows: { ...answer.rows, ...own } } : answer;
}

/** What the tables were found to say, by edition and zone. */
const tableRows = new Map<string, CodeAnswer>();

function findRows(edition: CodeEdition, zone: string): CodeAnswer {
  const names = zoneNames(zone);
  const used: Row[] = [];
  function find<T extends Row>(table: readonly T[], code: 'IRC' | 'IECC'): T[] {
    for (const name of names) {
      const found = table.filter(
        (row) =>
          row.edition === `${code} ${edition}` &&
          (row.climateZone === undefined && row.climateZones === undefined
            ? true
            : row.climateZone === name || row.climateZones?.includes(name)),
      );
      if (found.length === 0) continue;
      used.push(...found);
      return found;
    }
    return [];
  }
  const least = (rows: { framing: string; minimumR: number }[]): OutsideLeast | undefined =>
    rows.length === 0
      ? undefined
      : Object.fromEntries(
          rows.map(({ framing, minimumR }) => [
            framing === '2x4' ? 'shallow' : 'deep',
            minimumR * R_VALUE,
          ]),
        );
  const knowsRetarders = TABLES.vaporRetarderRequired.some(
    (row) => row.edition === `IRC ${edition}`,
  );
  const required = find(TABLES.vaporRetarderRequired, 'IRC').length > 0;
  const walls = find(TABLES.woodFrameWalls, 'IECC')[0];
  const foam = find(TABLES.sprayFoamAsContinuousInsulation, 'IRC')[0];
  const rows: CodeRows = {
    ...(knowsRetarders ? { retarderRequired: required } : {}),
    notPermitted: find(TABLES.vaporRetarderNotPermitted, 'IRC')[0]?.classes,
    classThree: least(find(TABLES.classThreeContinuousInsulation, 'IRC')),
    classThreeVented: find(TABLES.classThreeVentedCladding, 'IRC')[0]?.ventedCladdingOver,
    classTwo: least(find(TABLES.classTwoContinuousInsulation, 'IRC')),
    wetCupAllowed: find(TABLES.vaporRetarderWetCup, 'IRC').length > 0 || undefined,
    sprayFoam: foam && {
      ...(foam.minimumDensity ? { density: (foam.minimumDensity * POUND) / FOOT ** 3 } : {}),
      ...(foam.atMostPerm ? { permeance: foam.atMostPerm * PERM } : {}),
    },
    ...(walls
      ? {
          options: walls.options.map(({ cavity, continuous }) => ({
            cavity: cavity * R_VALUE,
            continuous: continuous * R_VALUE,
          })),
          u: walls.uFactor / R_VALUE,
        }
      : {}),
  };
  const known = Object.fromEntries(
    Object.entries(rows).filter(([, value]) => value !== undefined),
  ) as CodeRows;
  return {
    edition,
    zone: names[0]!,
    rows: known,
    unsure: used.some(({ confidence }) => confidence !== 'sure'),
  };
}
