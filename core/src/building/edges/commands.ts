import { InputError } from '../../common/errors.ts';
import type {
  AddedEdge,
  Details,
  EdgeGroup,
  EdgeKind,
  Penetration,
  SettingValue,
} from './types.ts';

/** A setting of null is as usual from then on. */
type Changes = Record<string, SettingValue | null>;

export type DetailsCommand =
  | { type: 'setGroup'; group: EdgeGroup; settings: Changes }
  | { type: 'setOpening'; place: string; settings: Changes }
  | { type: 'clearOpenings'; settings: string[] }
  | { type: 'setSeal'; kind: EdgeKind; id: string; sealed: boolean | null }
  | { type: 'setEdge'; edge: AddedEdge }
  | { type: 'removeEdge'; id: string }
  | { type: 'setPenetration'; penetration: Penetration }
  | { type: 'removePenetration'; id: string }
  | { type: 'setControl'; assembly: string; line: 'air' | 'water'; layer: string | null };

/**
 * Applies one command. The details given are left as they are.
 *
 * @throws InputError for an edge or a penetration that is not there
 */
export function applyDetails(details: Details, command: DetailsCommand): Details {
  switch (command.type) {
    case 'setGroup':
      return { ...details, groups: withSettings(details.groups, command.group, command.settings) };
    case 'setOpening':
      return {
        ...details,
        openings: withSettings(details.openings, command.place, command.settings),
      };
    case 'clearOpenings': {
      const cleared = Object.fromEntries(command.settings.map((id) => [id, null]));
      return {
        ...details,
        openings: Object.keys(details.openings ?? {}).reduce<Details['openings']>(
          (all, place) => withSettings(all, place, cleared),
          details.openings,
        )!,
      };
    }
    case 'setSeal':
      return {
        ...details,
        seals: withSettings(details.seals, command.kind, {
          [command.id]: command.sealed,
        }) as NonNullable<Details['seals']>,
      };
    case 'setEdge':
      return { ...details, edges: withItem(details.edges, command.edge) };
    case 'removeEdge':
      return { ...details, edges: without('edges', details.edges, command.id) };
    case 'setPenetration':
      return { ...details, penetrations: withItem(details.penetrations, command.penetration) };
    case 'removePenetration':
      return {
        ...details,
        penetrations: without('penetrations', details.penetrations, command.id),
      };
    case 'setControl': {
      const { [command.line]: _, ...rest } = details.controls?.[command.assembly] ?? {};
      const own = command.layer === null ? rest : { ...rest, [command.line]: command.layer };
      return { ...details, controls: { ...details.controls, [command.assembly]: own } };
    }
  }
}

/** Of one key what is said after a change; nothing is kept of a key of which nothing is said. */
function withSettings<K extends string>(
  all: Partial<Record<K, Record<string, SettingValue>>> = {},
  key: K,
  changes: Changes,
): Record<K, Record<string, SettingValue>> {
  const own = Object.fromEntries(
    Object.entries({ ...all[key], ...changes }).filter(([, value]) => value !== null),
  ) as Record<string, SettingValue>;
  const { [key]: _, ...others } = all;
  return (Object.keys(own).length === 0 ? others : { ...others, [key]: own }) as Record<
    K,
    Record<string, SettingValue>
  >;
}

/** In the place of the one of that id; else at the end. */
function withItem<T extends { id: string }>(all: readonly T[] = [], item: T): T[] {
  return all.some(({ id }) => id === item.id)
    ? all.map((one) => (one.id === item.id ? item : one))
    : [...all, item];
}

function without<T extends { id: string }>(field: string, all: readonly T[] = [], id: string): T[] {
  if (!all.some((one) => one.id === id))
    throw new InputError(
      field,
      `there is none “${id.slice(0, 60)}”`,
      all.map((one) => one.id).join(', ') || 'nothing: there is none',
    );
  return all.filter((one) => one.id !== id);
}
