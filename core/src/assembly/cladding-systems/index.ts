export {
  holdsOn,
  JOINING_KINDS,
  JOINT_PARTS,
  joiningKind,
  joiningPairs,
  kindOfMaterial,
  workingTemperatures,
  type Holds,
  type JoiningPair,
  type JointPart,
} from './compatibility.ts';
export { PROOF_KINDS, type ProofKind } from './proof-kinds.ts';
export {
  otherProof,
  proofRegister,
  systemStanding,
  type AskedProof,
  type ProofRow,
} from './proof.ts';
export { claddingSystem, type CladdingSystem, type SystemKind } from './systems.ts';
