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
export {
  otherProof,
  PROOF_KINDS,
  proofRegister,
  systemStanding,
  type AskedProof,
  type ProofKind,
  type ProofRow,
} from './proof.ts';
export { claddingSystem, type CladdingSystem, type SystemKind } from './systems.ts';
