import { formatText, type Quantity } from './format.ts';
import type { UnitSystem } from './system.ts';

/** A number inside a sentence, still in SI. */
export interface Measured {
  quantity: Quantity;
  value: number;
}

/** A sentence whose numbers take their units only when somebody reads it. */
export type Message = readonly (string | Measured)[];

/** A number to stand in a `say` sentence. */
export function measured(quantity: Quantity, value: number): Measured {
  return { quantity, value };
}

/**
 * Writes a sentence with measured numbers.
 *
 * @example say`At ${measured('temperature', 21)} indoors`
 */
export function say(
  strings: TemplateStringsArray,
  ...values: (string | number | Measured | Message)[]
): Message {
  const parts: (string | Measured)[] = [];
  strings.forEach((string, i) => {
    if (string) parts.push(string);
    if (i >= values.length) return;
    const value = values[i]!;
    if (typeof value === 'object' && 'length' in value) parts.push(...value);
    else parts.push(typeof value === 'number' ? String(value) : value);
  });
  return parts;
}

/** The sentence in a person's units. “in.” at its end needs no second period. */
export function messageText(message: Message, system: UnitSystem): string {
  return message
    .map((part) =>
      typeof part === 'string' ? part : formatText(part.quantity, part.value, system),
    )
    .join('')
    .replace(/\bin\.\.(?!\.)/g, 'in.');
}
