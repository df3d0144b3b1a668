import type { FramedLayer, Layer, SolidMember, WallFile } from '@eldrun/core/build-up';

/** A cold-climate wall for tests: 2x6 at 16 in. with mineral wool, OSB, membrane, board, open gap, lap siding. */
export function coldWall(change: Partial<WallFile> = {}): WallFile {
  return {
    format: 'eldrun-wall',
    version: 1,
    name: 'Test wall',
    convention: 'ashrae',
    indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity: 0.35 } },
    outdoor: { climate: 'cold-humid' },
    layers: [
      sheet('gypsum', 'gypsum-board', 0.0127),
      framed('studs', 0.1397, 'mineral-wool-batt', { width: 0.038, spacing: 0.4064 }, 'main', 0.23),
      sheet('osb', 'osb', 0.0111),
      sheet('wrap', 'wrb-monolithic-membrane', 0.0005),
      sheet('board', 'mineral-wool-board-rigid', 0.0381),
      framed(
        'gap',
        0.019,
        { air: { ventilation: 'open' } },
        { width: 0.089, spacing: 0.4064 },
        'furring',
      ),
      sheet('lap', 'fiber-cement-lap', 0.0079),
    ],
    ...change,
  };
}

export function sheet(id: string, material: string, thickness: number): Layer {
  return { id, kind: 'sheet', material, thickness };
}

export function framed(
  id: string,
  thickness: number,
  fill: FramedLayer['fill'],
  member: Pick<SolidMember, 'width' | 'spacing'>,
  frame?: string,
  fraction?: number,
): FramedLayer {
  return {
    id,
    kind: 'framed',
    thickness,
    fill,
    member: { section: 'solid', material: 'softwood', ...member },
    ...(frame ? { frame } : {}),
    ...(fraction === undefined ? {} : { fraction }),
  };
}

/** The wall with one layer changed. */
export function withLayer(wall: WallFile, id: string, change: object): WallFile {
  return {
    ...wall,
    layers: wall.layers.map((layer) => (layer.id === id ? { ...layer, ...change } : layer)),
  };
}

export function without(wall: WallFile, ...ids: string[]): WallFile {
  return { ...wall, layers: wall.layers.filter(({ id }) => !ids.includes(id)) };
}
