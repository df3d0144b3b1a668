import type { Project } from './documents.ts';

/** What a derivation is of: the id of a wall, an elevation; `''` where there is one of it in a project. */
export type Key = string;

/** Reads another derivation. @throws what its computation throws */
export type Look = <V>(derivation: Derivation<V>, key?: Key) => V;

/** Something that follows from a project: what it needs, and how it comes from that alone. */
export interface Derivation<V, I extends readonly unknown[] = readonly unknown[]> {
  name: string;
  inputs(project: Project, look: Look, key: Key): I;
  /** From the inputs alone: they can be sent to a worker. */
  compute(inputs: I): V;
  same: ((before: V, after: V) => boolean) | null;
}

/** What a derivation is computed from. */
export type InputsOf<D> = D extends Derivation<infer _, infer I> ? I : never;

/**
 * Declares what follows from a project.
 *
 * @param name for people who look for what was computed
 * @param inputs all that the computation needs: parts of the project, and other derivations. While each is the same object as
 *   before, nothing is computed
 * @param compute from the inputs, and from nothing else
 * @param same where given, and the new value is the same as the one before, that one stays: what hangs on it is not computed
 *   again
 */
export function derivation<const I extends readonly unknown[], V>(
  name: string,
  inputs: (project: Project, look: Look, key: Key) => I,
  compute: (...inputs: I) => V,
  same: ((before: V, after: V) => boolean) | null = null,
): Derivation<V, I> {
  return { name, inputs, compute: (given) => compute(...given), same };
}

interface Kept {
  /** The state of the project that it was last held against. */
  turn: number;
  inputs: readonly unknown[];
  value: unknown;
  /** What the computation threw, with the same inputs it would again. */
  error: Error | undefined;
}

/** The most that is kept of one derivation: a house of 200 elevations many times over. */
const MOST = 2000;

/**
 * What was derived from a project, kept as it changes: a change computes again what hangs on it, and nothing else.
 */
export class Derived {
  private current: Project;
  private turn = 0;
  private readonly kept = new Map<Derivation<unknown>, Map<Key, Kept>>();
  /** How often each derivation was computed, by name. */
  readonly computed = new Map<string, number>();

  constructor(project: Project) {
    this.current = project;
  }

  get project(): Project {
    return this.current;
  }

  /** Goes on with another state of the project. */
  set(project: Project): void {
    if (project === this.current) return;
    this.current = project;
    this.turn++;
  }

  /**
   * What follows from the project as it is now.
   *
   * @throws what its computation throws
   */
  readonly look: Look = (derived, key = '') => {
    const entry = this.entry(derived as Derivation<unknown>, key);
    if (entry.error !== undefined) throw entry.error;
    return entry.value as never;
  };

  /** What a derivation would be computed from now. @throws what an input throws */
  inputsOf<V, I extends readonly unknown[]>(derived: Derivation<V, I>, key: Key = ''): I {
    return derived.inputs(this.current, this.look, key);
  }

  private entry(derived: Derivation<unknown>, key: Key): Kept {
    let entries = this.kept.get(derived);
    if (!entries) this.kept.set(derived, (entries = new Map<Key, Kept>()));
    const before = entries.get(key);
    if (before?.turn === this.turn) return before;
    let entry: Kept;
    try {
      const inputs = derived.inputs(this.current, this.look, key);
      if (before && alike(before.inputs, inputs)) {
        before.turn = this.turn;
        return before;
      }
      entry = this.compute(derived, inputs, before);
    } catch (error) {
      // An input cannot be had: nothing to hold the next ones against.
      entry = { turn: this.turn, inputs: [Symbol()], value: undefined, error: error as Error };
    }
    entries.delete(key);
    entries.set(key, entry);
    if (entries.size > MOST) entries.delete(entries.keys().next().value!);
    return entry;
  }

  private compute(
    derived: Derivation<unknown>,
    inputs: readonly unknown[],
    before: Kept | undefined,
  ): Kept {
    this.computed.set(derived.name, (this.computed.get(derived.name) ?? 0) + 1);
    const entry: Kept = { turn: this.turn, inputs, value: undefined, error: undefined };
    try {
      entry.value = derived.compute(inputs);
      if (before && before.error === undefined && derived.same?.(before.value, entry.value))
        entry.value = before.value;
    } catch (error) {
      entry.error = error as Error;
    }
    return entry;
  }
}

/** Whether two lists hold the same objects. */
export const alike = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((one, n) => Object.is(one, b[n]));
