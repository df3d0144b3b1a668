import type Joi from 'joi';
import { getLocation, parse as parseTolerantly, type ParseError } from 'jsonc-parser';
import { InputError } from '../errors.ts';

/** The largest wall or simulation file, bytes. */
export const MAX_FILE_SIZE = 1024 * 1024;

/** Documents are flat; what is nested deeper than this was never one. */
const MAX_DEPTH = 64;

const TOO_DEEP = { problem: 'is nested too deep', allowed: `at most ${MAX_DEPTH} levels` };

/** What is wrong with a value before any schema is asked: where, what, and what is allowed there. */
interface Fault {
  path: (string | number)[];
  problem: string;
  allowed: string;
}

function faultOfText(text: string): Fault | null {
  if (text.isWellFormed() && !text.includes('\0')) return null;
  return {
    path: [],
    problem: 'holds a character that cannot be stored',
    allowed: 'text without NUL and broken surrogates',
  };
}

/** The first thing in a value, down to its leaves, that cannot be worked with or stored. */
function faultOf(value: unknown, depth = 0): Fault | null {
  if (typeof value === 'string') return faultOfText(value);
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value)) return null;
  if (depth === MAX_DEPTH) return { path: [], ...TOO_DEEP };
  const entries: Iterable<[string | number, unknown]> = Array.isArray(value)
    ? value.entries()
    : Object.entries(value);
  for (const [key, inner] of entries) {
    const fault = (typeof key === 'string' ? faultOfText(key) : null) ?? faultOf(inner, depth + 1);
    if (!fault) continue;
    fault.path.unshift(key);
    return fault;
  }
  return null;
}

/** What is allowed where Joi's own message does not say it in the field's words. */
function allowedBy(detail: Joi.ValidationErrorItem): { problem: string; allowed: string } {
  const context = (detail.context ?? {}) as Record<string, unknown>;
  const value = JSON.stringify(context['value'])?.slice(0, 80) ?? 'nothing';
  const limit = String(context['limit']);
  const of = (problem: string, allowed: string) => ({ problem, allowed });
  switch (detail.type) {
    case 'any.custom':
      return of(String(context['problem']), String(context['allowed']));
    case 'any.required':
      return of('is missing', 'this field has to be there');
    case 'any.only':
      return of(`${value} is not known`, (context['valids'] as unknown[]).map(String).join(' or '));
    case 'number.base':
      return of(`${value} is not a number`, 'a finite number');
    case 'number.infinity':
    case 'number.unsafe':
      return of('is not a finite number of usable size', 'a finite number');
    case 'number.greater':
      return of(`${value} is too small`, `above ${limit}`);
    case 'number.min':
      return of(`${value} is too small`, `at least ${limit}`);
    case 'number.max':
      return of(`${value} is too large`, `at most ${limit}`);
    case 'number.integer':
      return of(`${value} is not whole`, 'a whole number');
    case 'boolean.base':
      return of(`${value} is neither true nor false`, 'true or false');
    case 'array.unique':
      return of(`${value} is there twice`, 'each once');
    case 'string.base':
      return of(`${value} is not text`, 'text');
    case 'string.empty':
    case 'string.min':
      return of('is empty', 'some text');
    case 'string.max':
      return of('is too long', `at most ${limit} characters`);
    case 'string.pattern.base':
      return of(`${value} is no climate zone`, '0 to 8, with A, B or C, such as 6A');
    case 'array.base':
      return of(`${value} is not a list`, 'a list');
    case 'array.length':
      return of('has a different number of entries', `${limit} entries`);
    case 'array.min':
      return of('has too few entries', `at least ${limit}`);
    case 'array.max':
      return of('has too many entries', `at most ${limit}`);
    case 'array.includesRequiredUnknowns':
      return of('has too few entries', 'a number for each of the twelve months');
    case 'array.orderedLength':
      return of('has too many entries', `${limit} entries`);
    case 'object.base':
      return of(`${value} is not an object`, 'an object with named fields');
    case 'object.xor':
    case 'object.missing':
      return of(
        'says too much or too little',
        `one of ${(context['peers'] as string[]).join(', ')}`,
      );
    default:
      return of(detail.message.replace(/^"[^"]*" /, ''), 'see the wall-file format');
  }
}

function pathText(path: (string | number)[]): string {
  return path
    .map((step, i) => (typeof step === 'number' ? `[${step}]` : i ? `.${step}` : step))
    .join('');
}

/** How much of a path is told: one that leads deep down says nothing more. */
const TOLD_STEPS = 8;

/**
 * Checks a value against a schema and reports the first thing wrong in Eldrun's own words.
 *
 * @throws InputError with the field's path
 */
export function check<T>(schema: Joi.Schema, value: unknown, base = ''): T {
  const fault = faultOf(value);
  if (fault) {
    const path = pathText(fault.path.slice(0, TOLD_STEPS)).slice(0, 200).toWellFormed();
    throw new InputError(
      [base, path.replaceAll('\0', '\uFFFD')].filter(Boolean).join('.'),
      fault.problem,
      fault.allowed,
    );
  }
  const result = schema.required().validate(value, { convert: false, abortEarly: true });
  if (!result.error) return result.value as T;
  const detail = result.error.details[0]!;
  const { problem, allowed } = allowedBy(detail);
  const path = pathText(detail.path);
  throw new InputError(base && path ? `${base}.${path}` : base || path, problem, allowed);
}

/**
 * Reads a text as JSON.
 *
 * @param allowed what the text should be
 * @throws InputError for a text over 1 MiB or malformed JSON, with line and column
 */
export function parseJson(text: string, allowed: string): unknown {
  if (new TextEncoder().encode(text).length > MAX_FILE_SIZE)
    throw new InputError('', 'the file is too large', 'at most 1 MiB');
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    throw brokenJson(text, allowed);
  }
}

/** Where a text stops being JSON: the field that stands there, line and column. */
function brokenJson(text: string, allowed: string): InputError {
  const errors: ParseError[] = [];
  try {
    parseTolerantly(text, errors, { disallowComments: true, allowTrailingComma: false });
  } catch {
    // It goes down one call a level.
    return new InputError('', TOO_DEEP.problem, TOO_DEEP.allowed);
  }
  const offset = errors[0]?.offset ?? text.length;
  const before = text.slice(0, offset).split('\n');
  const where = `line ${before.length}, column ${before.at(-1)!.length + 1}`;
  const path = pathText(getLocation(text, offset).path.filter((step) => step !== ''));
  return new InputError(path, `not JSON at ${where}`, allowed);
}

/** Does a part's check, and puts the part's field before the path of what is wrong with it. @throws InputError */
export function within<T>(field: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const path = error.path ? `${field}.${error.path}` : field;
    throw new InputError(path, error.problem, error.allowed);
  }
}
