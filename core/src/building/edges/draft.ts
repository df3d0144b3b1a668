import type { AirBox, Rectangle, Side } from '../../physics/conduction/index.ts';
import type { Message } from '../../common/units/index.ts';
import type { Band, Stack } from './stack.ts';
import type {
  EdgeFinding,
  EdgeKind,
  EdgeSection,
  EdgeThermal,
  Flank,
  Joint,
  LineName,
  Measure,
  Piece,
  Point,
  Seals,
  TracedLine,
} from './types.ts';

/** From the edge to where a section is cut off: 1 m, or three times what counts of the wall, m (EN ISO 10211:2017, 7.2.3). */
export const cutOff = ({ counted }: Pick<Stack, 'counted'>): number => Math.max(1, 3 * counted);

/** From and to along one axis, m. */
export type Range = readonly [from: number, to: number];

/** Still air, as one material where nothing better is known, W/(m·K). */
export const AIR = 0.025;

/** Things that an edge itself is built with: category for the hatch, and W/(m·K). */
export const STUFF = {
  plywood: { category: 'wood-panel', conductivity: 0.13 },
  wood: { category: 'lumber', conductivity: 0.13 },
  trim: { category: 'interior-wood', conductivity: 0.13 },
  gypsum: { category: 'gypsum', conductivity: 0.25 },
  foam: { category: 'spray-foam', conductivity: 0.035 },
  glazing: { category: 'glass', conductivity: 0.035 },
  frame: { category: 'frame', conductivity: 0.13 },
  concrete: { category: 'concrete', conductivity: 2 },
  soil: { category: 'soil', conductivity: 1.5 },
  insulation: { category: 'rigid-foam', conductivity: 0.035 },
  ceiling: { category: 'loose-fill', conductivity: 0.04 },
  metal: { category: 'metal', conductivity: 50 },
  air: { category: null, conductivity: AIR },
} as const;

export interface Stuff {
  category: string | null;
  /** Null where it does not count for heat. */
  conductivity: number | null;
}

/**
 * Puts the section of an edge together. `u` runs along the wall: in a plan to the right, in an upright section upward;
 * depth runs from the inner face of the wall outward. Drawn, outdoors is at the top of a plan and at the left of an
 * upright section.
 */
export class Draft {
  readonly pieces: Piece[] = [];
  readonly lines = new Map<LineName, TracedLine>();
  readonly measures: Measure[] = [];
  readonly findings: EdgeFinding[] = [];
  readonly steps: Message[] = [];
  private readonly rectangles: Rectangle[] = [];
  private readonly airs: AirBox[] = [];

  readonly kind: EdgeKind;
  readonly view: 'plan' | 'upright';
  readonly stack: Stack;
  private readonly seals: Seals;
  private readonly reach: Range;
  private readonly sense: 1 | -1;

  /**
   * @param seals what the house says of seals and laps
   * @param reach depths within which it counts for heat
   * @param sense -1 where u runs the other way: to the left, or downward
   */
  constructor(
    kind: EdgeKind,
    view: 'plan' | 'upright',
    stack: Stack,
    seals: Seals = {},
    reach: Range = [0, stack.counted],
    sense: 1 | -1 = 1,
  ) {
    this.kind = kind;
    this.view = view;
    this.stack = stack;
    this.seals = seals;
    this.reach = reach;
    this.sense = sense;
    this.findings.push(...stack.findings);
  }

  /** As drawn. */
  at(u: number, depth: number): Point {
    const along = this.sense * u;
    return this.view === 'plan' ? [along, -depth] : [-depth, -along];
  }

  private box(u: Range, depth: Range): { x0: number; x1: number; y0: number; y1: number } {
    const [ax, ay] = this.at(u[0], depth[0]);
    const [bx, by] = this.at(u[1], depth[1]);
    return {
      x0: Math.min(ax, bx),
      x1: Math.max(ax, bx),
      y0: Math.min(ay, by),
      y1: Math.max(ay, by),
    };
  }

  /** A piece of something; what is thinner than nothing is left out. */
  piece(
    id: string,
    name: string,
    u: Range,
    depth: Range,
    stuff: Stuff,
    more: Pick<Piece, 'window'> = {},
  ): void {
    if (!(u[1] > u[0] && depth[1] > depth[0])) return;
    this.pieces.push({ id, name, ...this.box(u, depth), ...stuff, ...more });
    if (stuff.conductivity !== null) this.fills(u, depth, stuff.conductivity);
  }

  /** What counts for heat but is not drawn: still air in pockets that nothing else fills. */
  fills(u: Range, depth: Range, conductivity: number): void {
    const from = Math.max(depth[0], this.reach[0]);
    const to = Math.min(depth[1], this.reach[1]);
    if (u[1] > u[0] && to > from)
      this.rectangles.push({ ...this.box(u, [from, to]), conductivity });
  }

  /** A box of air that counts for heat: indoors or outdoors behind its film. */
  air(place: 'indoors' | 'outdoors', u: Range, depth: Range, film?: number): void {
    if (!(u[1] > u[0] && depth[1] > depth[0])) return;
    const side = this.sides()[place];
    this.airs.push({
      ...this.box(u, depth),
      ...side,
      resistance: film ?? side.resistance,
    });
  }

  /** What stands on either side of the wall on the design day. */
  sides(): Record<'indoors' | 'outdoors', Required<Side>> {
    const { design, innerFilm, outerFilm } = this.stack.wall;
    return {
      indoors: { temperature: design.indoorTemperature, resistance: innerFilm, place: 'indoors' },
      outdoors: {
        temperature: design.outdoorTemperature,
        resistance: outerFilm,
        place: 'outdoors',
      },
    };
  }

  /** The layers of the wall along a stretch, from one depth to another. */
  layers(u: Range, depth: Range = [-Infinity, Infinity], only?: (band: Band) => boolean): void {
    for (const band of this.stack.bands) {
      if (only && !only(band)) continue;
      const { layer, fill } = band;
      this.piece(layer.id, '', u, [Math.max(band.from, depth[0]), Math.min(band.to, depth[1])], {
        category: layer.fill?.category ?? null,
        conductivity: fill,
      });
    }
  }

  /**
   * Wood of the frame in the frame's own layers: studs side by side, a plate, a header. Of steel, the sheet of each.
   *
   * @param u from where to where they stand
   * @param count how many
   * @param place where a stretch along the wall and through it lies in this section, of walls that turn
   */
  wood(
    id: string,
    name: string,
    u: Range,
    count = 1,
    depth: Range = [-Infinity, Infinity],
    place: (u: Range, depth: Range) => readonly [u: Range, depth: Range] = (...both) => both,
  ): void {
    const { frame, bands } = this.stack;
    if (!frame) return;
    const each = (u[1] - u[0]) / count;
    for (const { layer, wood, from, to } of bands) {
      if (wood === null || from < frame.from || to > frame.to) continue;
      const inner = Math.max(from, depth[0]);
      const outer = Math.min(to, depth[1]);
      const { shape, excess } = layer.member!;
      const stuff = { category: excess.category ?? 'lumber', conductivity: wood };
      const add = (along: Range, through: Range): void =>
        this.piece(id, name, ...place(along, through), stuff);
      for (let n = 0; n < count; n++) {
        const start = u[0] + n * each;
        const end = start + each;
        if (shape.section === 'solid') {
          add([start, end], [inner, outer]);
          continue;
        }
        // A C: its web, and a flange along either face of the frame.
        add([start, start + shape.web], [inner, outer]);
        add([start, end], [inner, inner + shape.web]);
        add([start, end], [outer - shape.web, outer]);
      }
    }
  }

  /** A line through the edge: what carries it, and its corners as [u, depth]. */
  line(line: LineName, by: string, points: readonly (readonly [u: number, depth: number])[]): void {
    this.lines.set(line, {
      line,
      by,
      points: points.map(([u, depth]) => this.at(u, depth)),
      joints: [],
    });
  }

  /** Where a line needs a seal or a lap; it is there as the house says, else as is usual. */
  joint(line: LineName, id: string, name: string, u: number, depth: number, usual = true): boolean {
    const sealed = this.seals[id] ?? usual;
    const traced = this.lines.get(line);
    traced?.joints.push({ id, line, name, at: this.at(u, depth), sealed, usual } satisfies Joint);
    return sealed;
  }

  measure(
    id: string,
    name: string,
    quantity: Measure['quantity'],
    value: number,
    note: Message | null = null,
  ): void {
    this.measures.push({ id, name, quantity, value, note });
  }

  find(
    id: string,
    status: EdgeFinding['status'],
    title: Message,
    reason: Message,
    at?: Point,
  ): void {
    this.findings.push({ id, status, title, reason, ...(at ? { at } : {}) });
  }

  step(message: Message): void {
    this.steps.push(message);
  }

  /** What is solved. @param sides which sides of the drawing are which environment */
  thermal(
    sides: Partial<Record<'x0' | 'x1' | 'y0' | 'y1', 'indoors' | 'outdoors'>>,
    flanks: Flank[],
    dimensions: string,
    without?: EdgeThermal['without'],
  ): EdgeThermal {
    const both = this.sides();
    return {
      section: {
        rectangles: this.rectangles,
        environments: this.airs,
        sides: Object.fromEntries(
          Object.entries(sides).map(([side, place]) => [side, both[place]]),
        ),
      },
      flanks,
      dimensions,
      cutOff: cutOff(this.stack),
      ...(without ? { without } : {}),
    };
  }

  section(title: string, u: Range, depth: Range, thermal: EdgeThermal | null): EdgeSection {
    return {
      kind: this.kind,
      view: this.view,
      title,
      pieces: this.pieces,
      frame: this.box(u, depth),
      lines: [...this.lines.values()],
      thermal,
      measures: this.measures,
      findings: this.findings,
      steps: this.steps,
    };
  }
}
