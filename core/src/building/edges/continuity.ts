import { say, type Message } from '../../common/units/index.ts';
import type { HouseEdge } from './house-edges.ts';
import { breaksOf } from './trace.ts';
import { LINES, type EdgeKind, type EdgeSection, type Joint, type LineName } from './types.ts';

/** One edge in the chain of a line. */
export interface Link {
  edge: string;
  kind: EdgeKind;
  name: string;
  status: 'whole' | 'broken' | 'absent';
  breaks: Joint[];
}

/** What a link of a line is: a gap in the insulation costs heat; one in a barrier costs the wall. */
export const linkStatus = (
  line: LineName,
  { status }: Pick<Link, 'status'>,
): 'pass' | 'caution' | 'fail' =>
  status === 'whole' ? 'pass' : status === 'broken' && line !== 'insulation' ? 'fail' : 'caution';

/** A control layer from the footing to the roof. */
export interface Chain {
  line: LineName;
  whole: boolean;
  links: Link[];
  /** Where the chain does not reach, or walls do not meet in a plane. */
  gaps: Message[];
}

/** From the footing up. */
const ORDER: readonly EdgeKind[] = [
  'base',
  'rim',
  'corner-outside',
  'corner-inside',
  'partition',
  'sill',
  'jamb',
  'head',
  'ledger',
  'porch',
  'roof',
  'change',
  'control-joint',
  'panel-reveal',
  'eave',
  'rake',
];

/** Edges that carry the lines on from one part of the house to another. */
const ENDS = { base: ['base'], top: ['eave', 'rake'] } as const;

/**
 * For each control layer the chain from the footing to the roof through all edges of a house.
 *
 * @param edges with their sections
 */
export function continuity(
  edges: readonly {
    edge: Pick<HouseEdge, 'id' | 'kind' | 'name' | 'assembly' | 'stack'>;
    section: EdgeSection;
  }[],
): Chain[] {
  const ordered = [...edges].sort(
    (a, b) => ORDER.indexOf(a.edge.kind) - ORDER.indexOf(b.edge.kind),
  );
  return LINES.map((line) => {
    const links = ordered.map(({ edge, section }): Link => {
      const traced = section.lines.some((one) => one.line === line);
      const breaks = breaksOf(section, line);
      // Joints of a cladding touch no control layer but the water's.
      const touches = line !== 'insulation' || section.thermal !== null;
      return {
        edge: edge.id,
        kind: edge.kind,
        name: edge.name,
        status: breaks.length > 0 ? 'broken' : traced || !touches ? 'whole' : 'absent',
        breaks,
      };
    });
    const gaps = gapsOf(line, edges);
    return {
      line,
      whole: gaps.length === 0 && links.every(({ status }) => status === 'whole'),
      links,
      gaps,
    };
  });
}

function gapsOf(
  line: LineName,
  edges: readonly { edge: Pick<HouseEdge, 'kind' | 'assembly' | 'stack'> }[],
): Message[] {
  if (edges.length === 0) return [say`No wall of the house is drawn yet.`];
  const gaps: Message[] = [];
  const has = (kinds: readonly EdgeKind[]): boolean =>
    edges.some(({ edge }) => kinds.includes(edge.kind));
  if (!has(ENDS.base)) gaps.push(say`Nothing says how it goes on below the walls.`);
  if (!has(ENDS.top)) gaps.push(say`Nothing says how it goes on above the walls.`);
  if (line === 'insulation') return gaps;
  const planes = new Map<string, 'inside' | 'outside'>();
  for (const { edge } of edges) {
    const band = edge.stack[line];
    const { frame } = edge.stack;
    if (band && frame)
      planes.set(edge.assembly, band.to <= frame.from + 1e-9 ? 'inside' : 'outside');
  }
  const inside = [...planes].filter(([, plane]) => plane === 'inside').map(([name]) => name);
  const outside = [...planes].filter(([, plane]) => plane === 'outside').map(([name]) => name);
  if (inside.length > 0 && outside.length > 0)
    gaps.push(
      say`In ${inside.join(', ')} it runs indoors of the frame, in ${outside.join(', ')} outdoors of it: where they meet it has to cross the frame.`,
    );
  return gaps;
}
