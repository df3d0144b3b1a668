import type { BundleLimits } from '@eldrun/exchange/bundle';
import type { Packed, PackStep } from './pack.ts';

/** Packs a project into a file, or restores one out of it. */
export type BundleJob = { databaseUrl: string; path: string; limits: BundleLimits } & (
  { what: 'pack'; project: string; made: string } | { what: 'restore' }
);

/** How far a bundle has come. */
export interface BundleTold {
  step: PackStep | 'restoring';
  /** 0 to 1. */
  share: number;
}

/** The project that was packed, or null where there is none; the id of the one that was restored. */
export type BundleAnswer = { packed: Packed | null } | { restored: string };
