import type { Brief } from '../../physics/build-up/index.ts';
import type { DecisionChange } from './changes.ts';

/** A day as people write it. */
export const dayText = (day: string): string =>
  new Date(`${day}T00:00:00`).toLocaleDateString('en-US', { dateStyle: 'long' });

const BRIEF_WORDS: Record<keyof Brief, string> = {
  convention: 'the convention',
  indoor: 'the indoor air',
  outdoor: 'the climate',
  targets: 'the targets',
  airtightness: 'the air leak',
  pressure: 'the pressure of the fans',
  exposure: 'the exposure',
  code: 'the code',
  loads: 'wind and seismic category',
};

/** What else of a wall changed, in words. */
const WALL_WORDS: Record<string, string> = {
  ...BRIEF_WORDS,
  pointBridges: 'its brackets',
  attachment: 'how its cladding is held',
  joints: 'what its joints are made with',
  mixedParts: 'who answers for mixed parts',
};

/** What changed after a decision, in a sentence. @param nameOf what a wall is called */
export function changeText(change: DecisionChange, nameOf: (wall: string) => string): string {
  switch (change.what) {
    case 'brief':
      return `The brief changed: ${change.fields.map((field) => BRIEF_WORDS[field]).join(', ')}.`;
    case 'gone':
      return `“${nameOf(change.wall)}” is in the bin or deleted.`;
    case 'wall': {
      const { layers, fields } = change.differences;
      const parts = [
        ...(layers.length > 0
          ? [`${layers.length === 1 ? '1 layer' : `${layers.length} layers`}`]
          : []),
        ...fields.map((field) => WALL_WORDS[field] ?? `its ${field}`),
      ];
      return `“${nameOf(change.wall)}” changed: ${parts.join(', ')}.`;
    }
    case 'figures':
      return `The figures of “${nameOf(change.wall)}” changed, by prices, materials or the way it is computed.`;
  }
}
