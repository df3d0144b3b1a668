import TinyQueue from 'tinyqueue';
import type { Workdays } from './days.ts';

/** Days by number, both included. */
export interface Span {
  start: number;
  finish: number;
}

/** Work that can begin from a day on. */
export interface ReadyWork {
  /** The first day that nothing keeps it from. */
  from: number;
  /** Workdays that it takes. */
  days: number;
  /** Of two that could start on the same day, the lesser goes first. */
  order: number;
}

/** Work that can start on one day at the earliest. */
interface Bucket<W> {
  byOrder: TinyQueue<W>;
  /** The shortest that was ever in it. */
  least: number;
}

/**
 * One crew: the days on which it works already, and the work that it could take next. Work lies in buckets by the first day
 * that may be free for it; as days are taken, a whole bucket moves on at once, so that work is not looked at one by one.
 */
export class CrewQueue<W extends ReadyWork> {
  private readonly workdays: Workdays;
  /** Busy days in order; none overlap, and between two of them lies a workday. */
  private readonly busy: Span[] = [];
  private readonly buckets = new Map<number, Bucket<W>>();
  private readonly days = new TinyQueue<number>([], (a, b) => a - b);

  constructor(workdays: Workdays) {
    this.workdays = workdays;
  }

  /** Work that nothing keeps any more. */
  add(work: W): void {
    this.put(work, this.workdays.from(work.from));
  }

  /** The crew works on these days. They may overlap others: what was entered stands. */
  take({ start, finish }: Span): void {
    let at = this.before(start);
    let first = start;
    let last = finish;
    // What it touches, but for days off between them, becomes one with it.
    for (; at > 0 && this.workdays.from(this.busy[at - 1]!.finish + 1) >= first; at--) {
      first = Math.min(first, this.busy[at - 1]!.start);
      last = Math.max(last, this.busy[at - 1]!.finish);
    }
    let count = 0;
    for (let next = this.busy[at]; next; next = this.busy[at + ++count]) {
      if (next.start > this.workdays.from(last + 1)) break;
      last = Math.max(last, next.finish);
    }
    this.busy.splice(at, count, { start: first, finish: last });
  }

  /**
   * What the crew does next, and when: of what can start first, the one that comes first in order. It stays in the queue
   * until `done`.
   */
  next(): { work: W; span: Span } | null {
    for (let day = this.days.peek(); day !== undefined; day = this.days.peek()) {
      const bucket = this.buckets.get(day)!;
      const start = this.firstFree(day, bucket.least).start;
      const work = bucket.byOrder.peek();
      if (!work || start > day) {
        this.days.pop();
        this.buckets.delete(day);
        if (work) this.merge(bucket, start);
        continue;
      }
      const span = this.firstFree(day, work.days);
      if (span.start === day) return { work, span };
      // Too long for the days that are free before other work.
      bucket.byOrder.pop();
      this.put(work, span.start);
    }
    return null;
  }

  /** Takes what `next` gave. */
  done({ span }: { span: Span }): void {
    this.buckets.get(span.start)!.byOrder.pop();
    this.take(span);
  }

  private put(work: W, day: number): void {
    this.merge({ byOrder: new TinyQueue([work], byOrder), least: work.days }, day);
  }

  /** Puts a bucket on a day, with what lies there: the fewer go to the more. */
  private merge(bucket: Bucket<W>, day: number): void {
    const there = this.buckets.get(day);
    if (!there) {
      this.buckets.set(day, bucket);
      this.days.push(day);
      return;
    }
    const [more, fewer] =
      there.byOrder.length >= bucket.byOrder.length ? [there, bucket] : [bucket, there];
    for (const work of fewer.byOrder.data) more.byOrder.push(work);
    more.least = Math.min(more.least, fewer.least);
    this.buckets.set(day, more);
  }

  /** How many busy spans begin on or before a day. */
  private before(day: number): number {
    let low = 0;
    let high = this.busy.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.busy[middle]!.start <= day) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  /** The first workdays from a day on in which the crew does nothing else. */
  private firstFree(from: number, days: number): Span {
    let start = this.workdays.from(from);
    for (let at = Math.max(0, this.before(start) - 1); ; at++) {
      const finish = this.workdays.last(start, days);
      const other = this.busy[at];
      if (!other || other.start > finish) return { start, finish };
      if (other.finish >= start) start = this.workdays.from(other.finish + 1);
    }
  }
}

const byOrder = (a: ReadyWork, b: ReadyWork): number => a.order - b.order;
