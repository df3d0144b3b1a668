import {
  attachmentAnswer,
  parseAttachment,
  type AttachmentAnswer,
} from '@eldrun/core/attachment/file';
import { eachFile } from './files.ts';
import type { Output } from './output.ts';

/**
 * Checks connections of screws and nails; a bad file is reported and the others are still answered.
 *
 * @returns 0, or 2 when any file was bad
 */
export const attachFiles = (
  files: string[],
  { json }: { json: boolean },
  output: Output,
): Promise<number> =>
  eachFile(files, output, (text, path) => {
    const answer = attachmentAnswer(parseAttachment(text));
    return json ? `${JSON.stringify(answer)}\n` : table(path, answer);
  });

/** Connections for a terminal, in SI as the file is. */
function table(path: string, { connections, problems }: AttachmentAnswer): string {
  const percent = (share: number): string => `${(100 * share).toFixed(0)} %`;
  return [
    path,
    ...connections.map(
      (one, i) =>
        `  ${one.name || `connection ${i + 1}`}: weight ${percent(one.shearUse)} (mode ${one.mode}, ${one.lateral.toFixed(0)} N a fastener), suction ${percent(one.suctionUse)}, both ${percent(one.combinedUse)}`,
    ),
    ...problems.map((problem) => `  ! ${problem}`),
    '  Preliminary sizing: a licensed engineer decides; the adopted code governs.',
    '',
    '',
  ].join('\n');
}
