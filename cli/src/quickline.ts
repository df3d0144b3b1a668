import { LIBRARY, MaterialSearch } from '@eldrun/core/materials';
import { messageText, type UnitSystem } from '@eldrun/core/units';
import { parseQuickLine, type NewLayer } from '@eldrun/core/quickline';
import { EXIT, type Output } from './output.ts';

interface Options {
  json: boolean;
  units: UnitSystem;
}

/** What the best reading of a phrase is, as `quickline --json` prints it. */
interface Answer {
  /** Indoors first, as in a wall file, without ids; none where it is refused. */
  layers: NewLayer[];
  /** Words and numbers that are not used, in small letters. */
  unused: string[];
  refused: string | null;
}

/**
 * Reads phrases as the quick line does and prints what it understands, one line a phrase.
 *
 * @param phrases as a builder types them
 * @returns the exit code: 0, refused phrases included
 */
export function quickline(phrases: string[], { json, units }: Options, output: Output): number {
  const search = new MaterialSearch(LIBRARY);
  for (const phrase of phrases) {
    const { suggestions, problem } = parseQuickLine(phrase, units, search);
    const [best] = suggestions;
    const refused = best ? best.refused && messageText(best.refused, units) : problem;
    if (json) {
      const answer: Answer = {
        layers: refused === null ? best!.layers : [],
        unused: best?.unused ?? [],
        refused,
      };
      output.stdout.write(`${JSON.stringify(answer)}\n`);
      continue;
    }
    const unused = best && best.unused.length > 0 ? ` [not used: ${best.unused.join(', ')}]` : '';
    const said = refused === null ? messageText(best!.label, units) : `refused: ${refused}`;
    output.stdout.write(`${phrase}: ${said}${unused}\n`);
  }
  return EXIT.ok;
}
