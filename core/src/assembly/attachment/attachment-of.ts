import { onceFor, type ResolvedWall } from '../../physics/build-up/index.ts';
import { attachmentDesign, type Design } from './design.ts';
import type { AttachmentFinding } from './finding.ts';
import { attachmentFindings } from './findings.ts';

/** How a wall's cladding is held, and what there is to say of it. */
export interface AttachmentOf {
  design: Design;
  findings: AttachmentFinding[];
}

/** Computed once in the life of a wall; null where it has no cladding. */
export const attachmentOf = (wall: ResolvedWall): AttachmentOf | null => onceFor(wall, compute);

function compute(wall: ResolvedWall): AttachmentOf | null {
  const design = attachmentDesign(wall);
  if (!design) return null;
  const findings = attachmentFindings(design, (patch, place) => {
    const file = { ...wall.file, attachment: { ...wall.file.attachment, ...patch } };
    const other = attachmentDesign({ ...wall, file, memo: new Map() });
    return other?.connections.some((one) => one.place === place && one.use <= 1 + 1e-9) ?? false;
  });
  return { design, findings };
}
