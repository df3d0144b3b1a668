import type { Document } from '../../common/document/index.ts';

/** The sides that a house is taken to have. */
export const SIDES = ['north', 'east', 'south', 'west'] as const;

export type Side = (typeof SIDES)[number];

/** What stands before the windows of a side. */
export interface Shade {
  /** An overhang or a porch roof along the wall: how far it stands out, and how far above the windows, m. */
  overhang?: { depth: number; above: number };
  /** Trees: the share of the sun that comes through bare, and in leaf. */
  trees?: { bare: number; inLeaf: number };
}

/** One side of the house. */
export interface Facade extends Shade {
  side: Side;
  /** Wall with its windows, m². */
  area: number;
  /** Of that, windows, 0 to 0.9. */
  windows: number;
}

/** A kind of window. */
export interface Glazing {
  /** Of the whole window with its frame, W/(m²·K). */
  u: number;
  /** Solar heat gain of the whole window, share of what falls on it. */
  shgc: number;
}

/** What makes heat, or takes it away. */
export interface Plant {
  /** Id of a fuel, by whose unit the price is told; nothing tells it by the kWh. */
  fuel?: string;
  /** Heat given, or taken away, for each unit of what is bought: 0.92 of a boiler, 2.8 of a heat pump. */
  efficiency: number;
  /** USD/kWh of what is bought. */
  price: number;
  /** kg CO₂e/kWh of what is bought. */
  carbon: number;
}

/** What the worth of walls and windows is computed with: everything about the house that is not the wall. */
export interface Energy extends Document {
  format: 'eldrun-energy';
  version: 1;
  facades: Facade[];
  glazing: Glazing;
  /** Height of a window, m: what an overhang shades of it. */
  windowHeight: number;
  /** The windows that more wall is held against, and what they cost more, USD/m² of window. */
  better: Glazing & { cost: number };
  heating: Plant & {
    /** It is heated on days whose mean is below, °C: people and devices heat the rest. */
    below: number;
    /** Share of the sun through windows on those days that saves heating. */
    sunUsed: number;
  };
  cooling: Plant & {
    /** It is cooled on days whose mean is above, °C. */
    above: number;
    /** To this, °C. */
    to: number;
  };
  /** Years that are counted, discount rate and rise of energy prices a year, both above inflation. */
  years: number;
  discount: number;
  rise: number;
  /** How far costs and prices of energy may lie off, shares. */
  uncertain: { cost: number; energy: number };
}

export type EnergyCommand =
  | { type: 'setFacade'; side: Side; facade: Omit<Facade, 'side'> }
  | { type: 'setFields'; fields: Partial<Omit<Energy, 'format' | 'version' | 'facades'>> };

export const ENERGY_FORMAT = 'eldrun-energy';
