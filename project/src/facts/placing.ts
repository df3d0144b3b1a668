import { isAirBarrier, type ResolvedLayer } from '@eldrun/core/build-up';
import { clearanceFigure, INLET_PARTS, INLET_SAID, inletOf, Said } from '@eldrun/core/edges';
import { boardJointsOf, nailingOf, rollOf, SHEET, staggerText } from '@eldrun/core/layout';
import { wallSteps } from '@eldrun/core/site';
import { tradeOf } from '@eldrun/core/trade';
import { measured, messageText, say, type Message, type UnitSystem } from '@eldrun/core/units';
import { derivation } from '../derive.ts';
import { assemblyWalls, houseRules, partsOfWall, savedDetails, savedHouse } from '../house.ts';
import { siteChoices } from '../site.ts';

/** What the crew is told about how the layers of a wall are placed. */
export type FactId =
  | 'nailing'
  | 'sheet-gap'
  | 'laps'
  | 'caps'
  | 'board-joints'
  | 'strips'
  | 'inlet'
  | 'base'
  | 'racking'
  | 'windows'
  | 'window-carrier'
  | 'air-barrier'
  | 'air-test';

/** One thing that is said of a wall, the same wherever it is said. */
interface PlacingFact {
  /** What it is about, as a label. */
  label: string;
  /** The whole sentence, its numbers in a person's units when it is read. */
  text: Message;
  /** Whether somebody chose it; else it is what is usual. */
  chosen: boolean;
}

/** By id; what a wall does not have is not there. */
export type PlacingFacts = Partial<Record<FactId, PlacingFact>>;

const WINDOWS = {
  'before-insulation': 'Windows go in before the outside boards, which run up to their frames.',
  'after-insulation': 'Windows go in after the outside boards, on their face.',
} as const;

const WITHOUT_BOARDS = 'Windows go in once the water barrier is on.';

const CARRIER = {
  none: 'Windows are carried by the frame alone.',
  box: 'Windows are carried by a plywood box.',
  buck: 'Windows are carried by a lumber buck.',
} as const;

const TESTS = {
  'before-cover': 'The air barrier is tested while it can still be reached.',
  'at-the-end': 'The air barrier is tested at the end.',
  'not-tested': 'The air barrier is not tested here: the details alone are trusted.',
} as const;

/** Claddings that are laid, not hung. */
const MASONRY = /brick|stone|block/;

const LAID_ABOVE =
  'Flashing and weeps at its base and over every opening, ties as the engineer says, the space behind it kept clear of mortar.';

const INSIDE =
  'The racking board is on the inside of the studs: it holds the frame before anything is put outside.';

/**
 * What is said of how a wall is built, by its id: read by the crew sheet, the wall sheet, the site and the page. A wall
 * without a house has what is usual.
 */
export const factsOfWall = derivation(
  'facts of wall',
  (project, look, wall) => [
    look(partsOfWall, wall),
    look(houseRules),
    look(savedDetails),
    look(siteChoices),
    // Names of the assemblies that are this wall.
    ...(look(savedHouse)
      ? Object.entries(look(assemblyWalls)).flatMap(([name, id]) => (id === wall ? [name] : []))
      : []),
  ],
  (parts, rules, details, choices, ...names): PlacingFacts => {
    const trade = tradeOf(rules);
    const facts: PlacingFacts = {};
    const put = (id: FactId, label: string, text: Message, chosen = false): void => {
      facts[id] = { label, text, chosen };
    };
    const length = (value: number) => measured('length', value);
    const changed = (...ids: string[]): boolean =>
      ids.some((id) => rules.trade?.[id] !== undefined);
    const { sheathing, membrane, boards, furring, cladding, wall } = parts;

    if (sheathing) {
      const { fastener, edge, field, toEdge } = nailingOf(rules);
      put(
        'nailing',
        'Sheathing fasteners',
        say`${fastener.name}: ${length(edge)} at edges, ${length(field)} in the field, ${length(toEdge)} from edges, ${fastener.note}, unless the braced-wall plan says closer.`,
        rules.nailing !== undefined ||
          changed(`${fastener.id}-edge`, `${fastener.id}-field`, 'sheathing-edge'),
      );
      const gap = rules.sheets?.sheathing?.gap;
      put(
        'sheet-gap',
        'Gap between sheets',
        say`Gap of ${length(gap ?? SHEET.gap)} at all edges; joints on wood.`,
        gap !== undefined,
      );
    }
    if (membrane) {
      const { horizontalLap, verticalLap } = rollOf(rules, parts, trade);
      const both = horizontalLap === verticalLap;
      const own =
        rules.rolls?.membrane?.horizontalLap !== undefined ||
        rules.rolls?.membrane?.verticalLap !== undefined;
      if (membrane.kind === 'self-adhered')
        put(
          'laps',
          'Laps',
          say`Laps: ${length(horizontalLap)} at sides, ${length(verticalLap)} at ends; roll every foot of it, primer where the maker asks.`,
          own || changed('self-adhered-side', 'self-adhered-end'),
        );
      else if (membrane.kind === 'liquid')
        put(
          'laps',
          'Joints',
          say`Joints treated ${length(trade('liquid-joint'))} wide, then the film by wet gauge in two passes.`,
          changed('liquid-joint'),
        );
      else {
        put(
          'laps',
          'Laps',
          both
            ? say`Laps: ${length(horizontalLap)} both ways, upper over lower, ${length(trade('wrap-corner'))} around corners.`
            : say`Laps: ${length(horizontalLap)} between courses, upper over lower, ${length(verticalLap)} at ends, ${length(trade('wrap-corner'))} around corners.`,
          own || changed('wrap-lap', 'wrap-corner'),
        );
        put(
          'caps',
          'Cap fasteners',
          say`Cap fasteners every ${length(trade('wrap-cap'))}.`,
          changed('wrap-cap'),
        );
      }
    }
    if (boards.length > 0) {
      const joints = boardJointsOf(rules, boards.length);
      put(
        'board-joints',
        'Joints of boards',
        say`Joints off those behind by ${staggerText(joints)}; gaps over ${length(joints.gap)} filled.`,
        rules.sheets?.outside?.some(({ stagger }) => stagger !== undefined) ||
          changed('board-stagger', 'board-gap'),
      );
    }
    if (furring) {
      const inlet = inletOf(details);
      put(
        'strips',
        'Strips',
        say`Strips short of heads and sills by ${length(trade('furring-short'))}.`,
        changed('furring-short'),
      );
      if (furring.ventilation === 'open' || INLET_PARTS[inlet] !== undefined)
        put(
          'inlet',
          'Inlet of the gap',
          say`The gap is ${INLET_SAID[inlet]}.`,
          details?.groups?.base?.vent !== undefined,
        );
    }
    if (cladding && MASONRY.test(cladding.layer.fillId ?? ''))
      put('base', 'Cladding', say`${LAID_ABOVE}`);
    else if (cladding) {
      const clearance = clearanceFigure(new Said('base', details?.groups?.base), parts);
      put(
        'base',
        'Cladding',
        say`Keep it ${length(trade(clearance))} above grade, cut ends sealed, flashing at every head.`,
        changed(clearance) || details?.groups?.base?.paved !== undefined,
      );
    }
    // A wall without a board inside of its studs is held as is usual.
    if (wallSteps(wall, choices.racking).racking?.family === 'racking-inside')
      put('racking', 'Racking board', say`${INSIDE}`, true);
    put(
      'windows',
      'Windows',
      say`${boards.length > 0 ? WINDOWS[choices.windows] : WITHOUT_BOARDS}`,
      boards.length > 0 && choices.windows !== 'before-insulation',
    );
    if (details)
      put(
        'window-carrier',
        'Windows carried by',
        say`${CARRIER[new Said('opening', details.groups?.opening).text('carrier') as keyof typeof CARRIER]}`,
        details.groups?.opening?.carrier !== undefined,
      );
    const designated = names.flatMap((name) => details?.controls?.[name]?.air ?? [])[0];
    const tight = airBarriers(wall.layers, designated);
    if (tight.length > 0)
      put(
        'air-barrier',
        'Air barrier',
        tight.length === 1
          ? say`Air barrier: ${nameOf(tight[0]!)}. No hole in it stays open.`
          : say`Air barrier: one of ${tight.map(nameOf).join(', ')}, the same one all around the house. No hole in it stays open.`,
        designated !== undefined,
      );
    put(
      'air-test',
      'Air test',
      say`${TESTS[choices.airtightness]}`,
      choices.airtightness !== 'before-cover',
    );
    return facts;
  },
);

/** What keeps air out: the layer that was designated, else all that could. */
function airBarriers(
  layers: readonly ResolvedLayer[],
  designated: string | undefined,
): readonly ResolvedLayer[] {
  const chosen = layers.filter(({ id }) => id === designated);
  return chosen.length > 0 ? chosen : layers.filter(isAirBarrier);
}

const nameOf = ({ fill, id }: ResolvedLayer): string => fill?.name ?? id;

/** Said of a wall that no elevation is built as. */
export const NO_HOUSE_YET =
  'No house is built with this wall yet: fasteners, laps, inlets, windows and tests are the usual ones, until a house says its own.';

/** A fact as it is read: what it is about, what is said, and whether somebody chose it. */
interface PlacingRow {
  id: FactId;
  label: string;
  how: string;
  standing: 'chosen' | 'usual';
}

/**
 * Facts in a person's units, for a table: all that a wall has, or those that are named.
 *
 * @param ids in the order in which they are wanted; those that the wall does not have are left out
 */
export function placingRows(
  facts: PlacingFacts,
  units: UnitSystem,
  ids: readonly FactId[] = Object.keys(facts) as FactId[],
): PlacingRow[] {
  return ids.flatMap((id) => {
    const fact = facts[id];
    if (!fact) return [];
    const { label, text, chosen } = fact;
    const said = messageText(text, units);
    // A sentence that begins with its label stands beside it here.
    const rest = said.startsWith(`${label}: `) ? said.slice(label.length + 2) : said;
    const how = rest[0]!.toUpperCase() + rest.slice(1);
    return [{ id, label, how, standing: chosen ? 'chosen' : 'usual' }];
  });
}
