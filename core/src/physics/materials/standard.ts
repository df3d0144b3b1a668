/** Ids of the library's materials that Eldrun proposes by itself, each the usual one of its kind. */
export const STANDARD = {
  variableRetarder: 'variable-membrane-high-range',
  /** The two strategies of outside insulation: fibers that let vapor out, and foam that keeps the sheathing warm. */
  fiberBoard: 'mineral-wool-board-rigid',
  foamBoard: 'polyiso-foil-faced',
  openMembrane: 'wrb-monolithic-membrane',
  openAdheredMembrane: 'self-adhered-permeable',
  paint: 'latex-paint',
} as const;

/** Layers thinner than this are membranes and coatings, m. */
export const MEMBRANE = 0.003;
