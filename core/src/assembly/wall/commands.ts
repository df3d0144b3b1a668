import { InputError } from '../../common/errors.ts';
import type { Material } from '../../physics/materials/index.ts';
import type {
  AirSpace,
  Airtightness,
  Assurance,
  Brief,
  Fastener,
  FramedLayer,
  Indoor,
  Layer,
  Loads,
  Member,
  PointBridge,
  ProjectWall,
} from '../../physics/build-up/index.ts';

/** One small edit of a wall. Undo, the change log and the fix buttons are all made of these. */
export type Command =
  | { type: 'insertLayer'; index: number; layer: Layer }
  | { type: 'removeLayer'; id: string }
  | { type: 'duplicateLayer'; id: string }
  | { type: 'moveLayer'; id: string; index: number }
  | { type: 'setThickness'; id: string; thickness: number }
  | { type: 'setFill'; id: string; fill: FramedLayer['fill'] }
  | { type: 'setMember'; id: string; member: Member }
  | { type: 'setFraction'; id: string; fraction: number | null }
  | { type: 'setAir'; id: string; air: AirSpace }
  | { type: 'setFasteners'; fasteners: Fastener[] }
  | { type: 'setPointBridges'; pointBridges: PointBridge[] }
  | { type: 'setVoidLevel'; voidLevel: 0 | 1 | 2 }
  | { type: 'setMaterial'; id: string; material: Material | null }
  | SetRecord
  | { type: 'rename'; name: string }
  | { type: 'setIndoor'; indoor: Indoor }
  | { type: 'setAirtightness'; airtightness: Airtightness }
  | { type: 'followBrief'; field: keyof Brief }
  | { type: 'replaceAll'; wall: ProjectWall };

/** What a wall says as a whole beside its layers; null takes it out. */
type Records = Assurance & { loads?: Loads };
type SetRecord = {
  [Field in keyof Records]-?: { type: 'setRecord'; field: Field; value: Records[Field] | null };
}[keyof Records];

/** An id for a new layer: `L1`, `L2`… the first that is free. */
export function freeLayerId(layers: readonly Layer[]): string {
  const taken = new Set(layers.map((layer) => layer.id));
  let n = 1;
  while (taken.has(`L${n}`)) n++;
  return `L${n}`;
}

/**
 * Applies one command. The document given is left as it is; what did not change is shared with the new one.
 *
 * @param wall the document before
 * @param command what to do
 * @returns the document after; validate it before keeping it
 * @throws InputError when the command names a layer that does not exist or does not take it
 */
export function applyCommand<W extends ProjectWall>(wall: W, command: Command): W {
  switch (command.type) {
    case 'insertLayer':
      return withLayers(wall, wall.layers.toSpliced(command.index, 0, command.layer));
    case 'removeLayer': {
      const index = indexOf(wall, command.id);
      return dropFasteners(withLayers(wall, wall.layers.toSpliced(index, 1)), wall, index);
    }
    case 'duplicateLayer': {
      const index = indexOf(wall, command.id);
      const copy = { ...wall.layers[index]!, id: freeLayerId(wall.layers) };
      return withLayers(wall, wall.layers.toSpliced(index + 1, 0, copy));
    }
    case 'moveLayer': {
      const from = indexOf(wall, command.id);
      const layers = wall.layers.toSpliced(from, 1);
      return orderFasteners(
        withLayers(wall, layers.toSpliced(command.index, 0, wall.layers[from]!)),
      );
    }
    case 'setThickness':
      return changeLayer(wall, command.id, (layer) => ({ ...layer, thickness: command.thickness }));
    case 'setFill':
      return changeLayer(wall, command.id, (layer, path) => {
        if (layer.kind === 'framed') return { ...layer, fill: command.fill };
        if (layer.kind === 'sheet' && typeof command.fill === 'string')
          return { ...layer, material: command.fill };
        throw new InputError(path, 'air has no material', 'a sheet or a framed layer');
      });
    case 'setMember':
      return changeLayer(wall, command.id, (layer, path) => ({
        ...needFramed(layer, path),
        member: command.member,
      }));
    case 'setFraction':
      return changeLayer(wall, command.id, (layer, path) => {
        const { fraction: _, ...framed } = needFramed(layer, path);
        return command.fraction === null ? framed : { ...framed, fraction: command.fraction };
      });
    case 'setAir':
      return changeLayer(wall, command.id, (layer, path) => {
        if (layer.kind === 'air') return { ...layer, ...command.air };
        if (layer.kind === 'framed' && typeof layer.fill !== 'string')
          return { ...layer, fill: { air: { ...layer.fill.air, ...command.air } } };
        throw new InputError(path, 'is not air', 'an air layer, or a framed layer filled with air');
      });
    case 'setFasteners':
      return { ...wall, fasteners: command.fasteners };
    case 'setPointBridges':
      return { ...wall, pointBridges: command.pointBridges };
    case 'setVoidLevel':
      return { ...wall, installation: { ...wall.installation, voidLevel: command.voidLevel } };
    case 'setMaterial': {
      const { [command.id]: _, ...others } = wall.materials ?? {};
      return {
        ...wall,
        materials: command.material ? { ...others, [command.id]: command.material } : others,
      };
    }
    case 'setRecord': {
      const { [command.field]: _, ...rest } = wall;
      return (command.value === null ? rest : { ...rest, [command.field]: command.value }) as W;
    }
    case 'replaceAll':
      return command.wall as W;
    case 'rename':
      return { ...wall, name: command.name };
    case 'setIndoor':
      return { ...wall, indoor: command.indoor };
    case 'setAirtightness':
      return { ...wall, airtightness: command.airtightness };
    case 'followBrief': {
      const { [command.field]: _, ...rest } = wall;
      return rest as W;
    }
  }
}

/** Applies commands one after the other. @throws InputError */
export function applyCommands<W extends ProjectWall>(wall: W, commands: readonly Command[]): W {
  return commands.reduce((document: W, command) => applyCommand(document, command), wall);
}

function withLayers<W extends ProjectWall>(wall: W, layers: Layer[]): W {
  return { ...wall, layers };
}

function indexOf(wall: ProjectWall, id: string): number {
  const index = wall.layers.findIndex((layer) => layer.id === id);
  if (index < 0)
    throw new InputError(
      'id',
      `there is no layer “${id}”`,
      wall.layers.map((layer) => layer.id).join(', '),
    );
  return index;
}

function changeLayer<W extends ProjectWall>(
  wall: W,
  id: string,
  change: (layer: Layer, path: string) => Layer,
): W {
  const index = indexOf(wall, id);
  return withLayers(wall, wall.layers.with(index, change(wall.layers[index]!, `layers[${index}]`)));
}

function needFramed(layer: Layer, path: string): FramedLayer {
  if (layer.kind !== 'framed') throw new InputError(path, 'has no frame', 'a framed layer');
  return layer;
}

/** A fastener that ended in the removed layer ends in its neighbor inside the span, or goes with it. */
function dropFasteners<W extends ProjectWall>(wall: W, before: W, removed: number): W {
  if (!before.fasteners?.length) return wall;
  const gone = before.layers[removed]!.id;
  const fasteners = before.fasteners
    .filter(({ from, to }) => !(from === gone && to === gone))
    .map((fastener) => ({
      ...fastener,
      from: fastener.from === gone ? before.layers[removed + 1]!.id : fastener.from,
      to: fastener.to === gone ? before.layers[removed - 1]!.id : fastener.to,
    }));
  return { ...wall, fasteners };
}

function orderFasteners<W extends ProjectWall>(wall: W): W {
  if (!wall.fasteners?.length) return wall;
  const at = (id: string): number => wall.layers.findIndex((layer) => layer.id === id);
  return {
    ...wall,
    fasteners: wall.fasteners.map((fastener) =>
      at(fastener.to) < at(fastener.from)
        ? { ...fastener, from: fastener.to, to: fastener.from }
        : fastener,
    ),
  };
}
