import data from '../../../data/compatibility.json' with { type: 'json' };

/** Kinds of document that a reviewer asks for. */
export type ProofKind =
  | 'evaluation'
  | 'fire-test'
  | 'instructions'
  | 'applicator'
  | 'one-source'
  | 'edge-details'
  | 'air-test';

export const PROOF_KINDS = data.proof as { id: ProofKind; name: string; why: string }[];
