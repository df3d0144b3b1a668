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

/** The letters of a text in a STEP file, in one pass. */
function decoded(raw: string): string {
  if (!raw.includes('\\') && !raw.includes("''")) return raw;
  let text = '';
  let at = 0;
  while (at < raw.length) {
    const letter = raw[at]!;
    if (letter === "'") {
      text += letter;
      at += 2;
    } else if (letter !== '\\') {
      text += letter;
      at++;
    } else if (raw.startsWith('\\X2\\', at)) {
      for (at += 4; /^[0-9A-F]{4}$/i.test(raw.slice(at, at + 4)); at += 4)
        text += String.fromCharCode(parseInt(raw.slice(at, at + 4), 16));
      if (raw.startsWith('\\X0\\', at)) at += 4;
    } else if (/^\\X\\[0-9A-F]{2}$/i.test(raw.slice(at, at + 5))) {
      text += String.fromCharCode(parseInt(raw.slice(at + 3, at + 5), 16));
      at += 5;
    } else if (raw.startsWith('\\S\\', at) && at + 3 < raw.length) {
      text += String.fromCharCode(raw.charCodeAt(at + 3) + 128);
      at += 4;
    } else {
      text += letter;
      at += raw[at + 1] === '\\' ? 2 : 1;
    }
  }
  return text;
}

/** The longest text in a STEP file, characters: a wall file goes out in pieces that are far shorter. */
const MAX_TEXT = 1 << 20;

/** The most entities that are kept, and values in them: a model of a city has fewer of those that are looked for. */
const MAX_ENTITIES = 300_000;
const MAX_VALUES = 3_000_000;

/** Lists lie in one another so deep at the most: no file can exhaust the stack. */
const MAX_DEPTH = 40;

/** What a piece of a STEP file is. */
type Token =
  | { is: 'text'; text: string }
  | { is: 'ref' | 'number'; number: number }
  | { is: 'word' | 'name'; text: string }
  | { is: 'sign'; text: string }
  | { is: 'binary' };

const PIECES =
  /#(\d+)|([-+]?\d+\.?\d*(?:[eE][-+]?\d+)?)|\.([A-Za-z_0-9]+)\.|([A-Za-z_]\w*)|([(),$*;=])/y;

/** Reads a STEP file piece by piece, in time that grows with its length alone. */
class Tokens {
  private readonly text: string;
  private at: number;

  constructor(text: string, at: number) {
    this.text = text;
    this.at = at;
  }

  /** The next piece; null where there is none, or none that is known. */
  next(): Token | null {
    const { text } = this;
    if (!this.skipBlanks()) return null;
    const begins = text[this.at];
    if (begins === "'") return this.quoted();
    if (begins === '"') {
      const end = text.indexOf('"', this.at + 1);
      if (end < 0) return null;
      this.at = end + 1;
      return { is: 'binary' };
    }
    PIECES.lastIndex = this.at;
    const found = PIECES.exec(text);
    if (!found) return null;
    this.at = PIECES.lastIndex;
    const [, ref, number, word, name, sign] = found;
    if (ref !== undefined) return { is: 'ref', number: Number(ref) };
    if (number !== undefined) return { is: 'number', number: Number(number) };
    if (word !== undefined) return { is: 'word', text: word };
    if (name !== undefined) return { is: 'name', text: name };
    return { is: 'sign', text: sign! };
  }

  /** On to the sign that ends an entity, whatever stands before it. @returns whether there is one */
  skipEntity(): boolean {
    const { text } = this;
    for (;;) {
      STOPS.lastIndex = this.at;
      const found = STOPS.exec(text);
      if (!found) return false;
      this.at = found.index + 1;
      if (found[0] === ';') return true;
      const end =
        found[0] === '/*' ? text.indexOf('*/', this.at + 1) : text.indexOf(found[0], this.at);
      if (end < 0) return false;
      this.at = end + found[0].length;
    }
  }

  /** @returns whether anything is left */
  private skipBlanks(): boolean {
    const { text } = this;
    for (;;) {
      BLANKS.lastIndex = this.at;
      BLANKS.exec(text);
      this.at = BLANKS.lastIndex;
      if (!text.startsWith('/*', this.at)) return this.at < text.length;
      const end = text.indexOf('*/', this.at + 2);
      if (end < 0) return false;
      this.at = end + 2;
    }
  }

  private quoted(): Token | null {
    const { text } = this;
    const from = this.at + 1;
    let end = text.indexOf("'", from);
    // Two quotes are one of the text.
    while (end >= 0 && text[end + 1] === "'") end = text.indexOf("'", end + 2);
    if (end < 0) return null;
    this.at = end + 1;
    if (end - from > MAX_TEXT)
      throw new InputError(
        'file',
        `holds a text of ${(end - from).toLocaleString('en-US')} characters`,
        `at most ${MAX_TEXT.toLocaleString('en-US')}`,
      );
    return { is: 'text', text: decoded(text.slice(from, end)) };
  }
}

const BLANKS = /\s*/y;
const STOPS = /[;'"]|\/\*/g;

/**
 * Reads the entities of a STEP file.
 *
 * @param wanted of which types; others are passed over
 * @returns by number
 * @throws InputError that names the entity where the file is broken, or says what it holds too much of
 */
export function readStep(
  text: string,
  wanted: (type: string) => boolean = () => true,
): Map<number, StepEntity> {
  const begin = /\bDATA\s*;/.exec(text);
  if (!/^\s*ISO-10303-21\s*;/.test(text) || !begin)
    throw new InputError('file', 'is no STEP file', 'an IFC file as text (ISO 10303-21)');
  const entities = new Map<number, StepEntity>();
  const tokens = new Tokens(text, begin.index + begin[0].length);
  let entity = 0;
  let held = 0;
  const broken = (): InputError =>
    new InputError(
      entity ? `#${entity}` : 'DATA',
      'the file is broken here',
      'entities such as #1=IFCMATERIAL(…);',
    );
  const next = (): Token => {
    const token = tokens.next();
    if (!token) throw broken();
    return token;
  };
  const isSign = (token: Token, sign: string): boolean =>
    token.is === 'sign' && token.text === sign;
  const expect = (sign: string): void => {
    if (!isSign(next(), sign)) throw broken();
  };
  /** Values up to the closing bracket. */
  const list = (depth: number): StepValue[] => {
    if (depth > MAX_DEPTH) throw broken();
    const values: StepValue[] = [];
    let token = next();
    if (isSign(token, ')')) return values;
    for (;;) {
      values.push(valueOf(token, depth));
      if (++held > MAX_VALUES) throw tooMany(`${MAX_VALUES.toLocaleString('en-US')} values`);
      token = next();
      if (isSign(token, ')')) return values;
      if (!isSign(token, ',')) throw broken();
      token = next();
    }
  };
  const valueOf = (token: Token, depth: number): StepValue => {
    switch (token.is) {
      case 'text':
        return token.text;
      case 'ref':
        return { ref: token.number };
      case 'number':
        return token.number;
      case 'word':
        return { word: token.text };
      case 'name':
        expect('(');
        return { type: token.text.toUpperCase(), value: list(depth + 1)[0] ?? null };
      default:
        return isSign(token, '(') ? list(depth + 1) : null;
    }
  };
  for (;;) {
    const first = next();
    if (first.is === 'name' && first.text.toUpperCase() === 'ENDSEC') return entities;
    if (first.is !== 'ref') throw broken();
    entity = first.number;
    expect('=');
    const name = next();
    const type = name.is === 'name' ? name.text.toUpperCase() : null;
    // An entity of several types at once is passed over: none that is looked for is written so.
    if (type === null && !isSign(name, '(')) throw broken();
    if (type === null || !wanted(type)) {
      if (!tokens.skipEntity()) throw broken();
      continue;
    }
    expect('(');
    entities.set(entity, { type, values: list(0) });
    if (entities.size > MAX_ENTITIES)
      throw tooMany(`${MAX_ENTITIES.toLocaleString('en-US')} materials, layers and properties`);
    expect(';');
  }
}

const tooMany = (most: string): InputError =>
  new InputError('file', 'holds more than is read', `at most ${most}`);
