/**
 * What waits for a thread, project by project in turn: whoever asks for one thing waits for one thing of each of the
 * others, however many they asked for.
 */
export class FairQueue<T extends { whose: string }> {
  private readonly waiting = new Map<string, T[]>();
  private count = 0;

  get size(): number {
    return this.count;
  }

  push(one: T): void {
    const own = this.waiting.get(one.whose);
    if (own) own.push(one);
    else this.waiting.set(one.whose, [one]);
    this.count++;
  }

  shift(): T | undefined {
    const first = this.waiting.entries().next();
    if (first.done) return undefined;
    const [whose, own] = first.value;
    // Its next one comes after one of everybody else's.
    this.waiting.delete(whose);
    const one = own.shift()!;
    if (own.length > 0) this.waiting.set(whose, own);
    this.count--;
    return one;
  }

  remove(one: T): void {
    const own = this.waiting.get(one.whose);
    const at = own?.indexOf(one) ?? -1;
    if (!own || at < 0) return;
    own.splice(at, 1);
    if (own.length === 0) this.waiting.delete(one.whose);
    this.count--;
  }
}
