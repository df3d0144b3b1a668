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
export { PROOF_KINDS } from './proof-kinds.ts';
export { needStatus, otherProof, proofRegister, systemStanding } from './proof.ts';
export { claddingSystem } from './systems.ts';
