import { INCH, R_VALUE } from '../../common/units/index.ts';
import type { Material } from './types.ts';

/**
 * Which conductivity of a material counts: the design value of the library (cold and age included where they matter),
 * what the label promises, or the value after aging.
 */
export type Basis = 'design' | 'label' | 'aged';

/** The bases a material offers: label and aged where the library states them. */
export function basesOf({ labeledRPerInch, agedRPerInch, foamPlastic }: Material): Basis[] {
  if (!foamPlastic) return ['design'];
  return [
    'design',
    ...(labeledRPerInch ? ['label' as const] : []),
    ...(agedRPerInch ? ['aged' as const] : []),
  ];
}

/**
 * A material on another basis: λ = 1 in. / R per inch, at 24 °C mean and the same at every temperature.
 *
 * @param design the library's material
 * @returns a material for the file's own list; `basis` says what it stands on
 */
export function withBasis(design: Material, basis: Exclude<Basis, 'design'>): Material {
  const perInch = basis === 'label' ? design.labeledRPerInch! : design.agedRPerInch!;
  const { conductivityTable: _, ...rest } = design;
  return { ...rest, conductivity: INCH / (perInch * R_VALUE), basis };
}

/** The basis a material stands on. */
export function basisOf(material: Material): Basis {
  return material.basis ?? 'design';
}
