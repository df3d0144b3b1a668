import { InputError } from '@eldrun/core/errors';

/** A value of a STEP file (ISO 10303-21): a number, a text, a reference, an enumeration, a list, a value with its type; null for `$` and `*`. */
export type StepValue =
  | number
  | string
  | null
  | { ref: number }
  | { word: string }
  | { type: string; value: StepValue }
  | StepValue[];

/** One entity. */
export interface StepEntity {
  type: string;
  values: StepValue[];
}

/** A text as a STEP file takes it: quotes doubled, what is beyond ASCII by its code. */
export function stepText(text: string): string {
  const plain = text.replace(/\\/g, '\\\\').replace(/'/g, "''");
  const coded = plain.replace(/[^\x20-\x7e]+/g, (run) => {
    const codes = Array.from({ length: run.length }, (_, i) =>
      run.charCodeAt(i).toString(16).toUpperCase().padStart(4, '0'),
    );
    return `\\X2\\${codes.join('')}\\X0\\`;
  });
  return `'${coded}'`;
}

/** A real number as a STEP file takes it: unrounded, always with a point. */
export function stepReal(value: number): string {
  const [mantissa, exponent] = String(value).split('e');
  const point = mantissa!.includes('.') ? mantissa! : `${mantissa}.`;
  return exponent === undefined ? point : `${point}E${exponent.replace('+', '')}`;
}

/** Writes entities one after the other, each with a number. */
export class StepWriter {
  private readonly lines: string[] = [];

  /** @param values as they stand in the file @returns the reference to it */
  add(type: string, values: readonly string[]): string {
    const ref = `#${this.lines.length + 1}`;
    this.lines.push(`${ref}=${type}(${values.join(',')});`);
    return ref;
  }

  /** The file. @param day `2026-03-12` */
  file(name: string, schema: string, day: string): string {
    return [
      'ISO-10303-21;',
      'HEADER;',
      "FILE_DESCRIPTION(('ViewDefinition [ReferenceView]'),'2;1');",
      `FILE_NAME(${stepText(name)},'${day}T12:00:00',(''),(''),'Eldrun','Eldrun','');`,
      `FILE_SCHEMA(('${schema}'));`,
      'ENDSEC;',
      'DATA;',
      ...this.lines,
      'ENDSEC;',
      'END-ISO-10303-21;',
      '',
    ].join('\n');
  }
}

/** The letters of a text in a STEP file. */
function decoded(raw: string): string {
  return raw
    .replace(/''/g, "'")
    .replace(/\\X2\\((?:[0-9A-Fa-f]{4})+)\\X0\\/g, (_, codes: string) =>
      codes.replace(/.{4}/g, (code) => String.fromCharCode(parseInt(code, 16))),
    )
    .replace(/\\X\\([0-9A-Fa-f]{2})/g, (_, code: string) => String.fromCharCode(parseInt(code, 16)))
    .replace(/\\S\\(.)/g, (_, letter: string) => String.fromCharCode(letter.charCodeAt(0) + 128))
    .replace(/\\\\/g, '\\');
}

const TOKEN =
  /\s*(?:\/\*[\s\S]*?\*\/\s*)*(?:'((?:[^']|'')*)'|#(\d+)|([-+]?\d+\.?\d*(?:[eE][-+]?\d+)?)|\.([A-Za-z_0-9]+)\.|([A-Za-z_][\w]*)|"[^"]*"|([(),$*;=]))/y;

/**
 * Reads the entities of a STEP file.
 *
 * @returns by number
 * @throws InputError that names the entity where the file is broken
 */
export function readStep(text: string): Map<number, StepEntity> {
  const begin = /\bDATA\s*;/.exec(text);
  if (!/^\s*ISO-10303-21\s*;/.test(text) || !begin)
    throw new InputError('file', 'is no STEP file', 'an IFC file as text (ISO 10303-21)');
  const entities = new Map<number, StepEntity>();
  let at = begin.index + begin[0].length;
  let entity = 0;
  const broken = (): InputError =>
    new InputError(
      entity ? `#${entity}` : 'DATA',
      'the file is broken here',
      'entities such as #1=IFCMATERIAL(…);',
    );
  let token: RegExpExecArray;
  const next = (): void => {
    TOKEN.lastIndex = at;
    const found = TOKEN.exec(text);
    if (!found) throw broken();
    token = found;
    at = TOKEN.lastIndex;
  };
  const isSign = (sign: string): boolean => token[6] === sign;
  const expect = (sign: string): void => {
    next();
    if (!isSign(sign)) throw broken();
  };
  /** Values up to the closing bracket. The depth is bounded, so that no file can exhaust the stack. */
  const list = (depth: number): StepValue[] => {
    if (depth > 40) throw broken();
    const values: StepValue[] = [];
    next();
    if (token[6] === ')') return values;
    for (;;) {
      values.push(value(depth));
      next();
      if (token[6] === ')') return values;
      if (token[6] !== ',') throw broken();
      next();
    }
  };
  const value = (depth: number): StepValue => {
    const [, string, ref, number, word, type, sign] = token;
    if (string !== undefined) return decoded(string);
    if (ref !== undefined) return { ref: Number(ref) };
    if (number !== undefined) return Number(number);
    if (word !== undefined) return { word };
    if (type !== undefined) {
      expect('(');
      const values = list(depth + 1);
      return { type: type.toUpperCase(), value: values[0] ?? null };
    }
    if (sign === '(') return list(depth + 1);
    return null;
  };
  for (;;) {
    next();
    if (token![5]?.toUpperCase() === 'ENDSEC') return entities;
    if (token![2] === undefined) throw broken();
    entity = Number(token![2]);
    expect('=');
    next();
    const type = token![5];
    // An entity of several types at once is passed over: none that is looked for is written so.
    if (type === undefined) {
      if (token![6] !== '(') throw broken();
      for (let depth = 1; depth > 0;) {
        next();
        if (isSign('(')) depth++;
        if (isSign(')')) depth--;
      }
    } else {
      expect('(');
      entities.set(entity, { type: type.toUpperCase(), values: list(0) });
    }
    expect(';');
  }
}
