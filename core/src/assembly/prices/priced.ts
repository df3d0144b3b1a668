import {
  LIBRARY,
  type Material,
  type Materials,
  type Price,
  type Prices,
} from '../../physics/materials/index.ts';
import type { ProjectWall } from '../../physics/build-up/index.ts';

/**
 * Materials at the prices of a book: those of the project, and those of the library that the book changes. Labor is in
 * the cost where the book has a rate for it.
 *
 * @param book null leaves everything at demo prices
 * @param materials the project's own
 */
export function pricedMaterials(book: Prices | null, materials: Materials = {}): Materials {
  if (!book) return materials;
  const all = book.laborRate ? { ...LIBRARY, ...materials } : materials;
  const priced: Record<string, Material> = { ...all };
  for (const id of new Set([...Object.keys(all), ...Object.keys(book.prices)])) {
    const material = all[id] ?? (Object.hasOwn(LIBRARY, id) ? LIBRARY[id] : undefined);
    if (material) priced[id] = atPrice(material, book, book.prices[id]);
  }
  return priced;
}

/** A wall whose own materials stand at the prices of a book. */
export function pricedWall<W extends ProjectWall>(book: Prices | null, wall: W): W {
  if (!book || !wall.materials) return wall;
  const materials = Object.entries(wall.materials).map(
    ([id, material]) => [id, atPrice(material, book, book.prices[id])] as const,
  );
  return { ...wall, materials: Object.fromEntries(materials) };
}

function atPrice(material: Material, { laborRate }: Prices, price?: Price): Material {
  const { usd, per, thickness, waste, demo } = price ?? { ...material.cost, demo: false };
  const minutes = price?.minutes ?? material.installMinutesPerM2;
  const { cost: _, ...rest } = material;
  if (usd === undefined || per === undefined) return rest;
  return {
    ...rest,
    ...(minutes === undefined ? {} : { installMinutesPerM2: minutes }),
    cost: {
      usd,
      per,
      ...(thickness === undefined ? {} : { thickness }),
      ...(waste ? { waste } : {}),
      ...(laborRate && minutes ? { labor: (laborRate * minutes) / 60 } : {}),
      kind: price && !demo ? 'book' : 'demo',
    },
  };
}
