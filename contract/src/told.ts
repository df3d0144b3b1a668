import type { BundleLine } from './types.ts';

/** Who accepts this is told how far a long answer is, in lines of JSON. */
export const TOLD = 'application/x-ndjson';

/**
 * Reads an answer that comes in lines, and the bytes after the line that announces a file.
 *
 * @param body of an answer of type `TOLD`
 * @param on told of each line as it comes, and of each piece of the file
 * @returns the last line
 * @throws Error where it ends before it said what came of it
 */
export async function readTold(
  body: ReadableStream<Uint8Array>,
  on: { line?: (line: BundleLine) => void; bytes?: (piece: Uint8Array) => unknown },
): Promise<BundleLine> {
  const broken = (): Error => new Error('the answer broke off');
  const reader = body.getReader();
  const decoder = new TextDecoder();
  let text = '';
  let last: BundleLine | null = null;
  let left = 0;
  /** Takes the lines of a piece. @returns the bytes after the line that announces a file */
  const linesOf = (piece: Uint8Array): Uint8Array => {
    let from = 0;
    for (let end = piece.indexOf(NEWLINE); end >= 0; end = piece.indexOf(NEWLINE, from)) {
      text += decoder.decode(piece.subarray(from, end));
      last = JSON.parse(text) as BundleLine;
      text = '';
      from = end + 1;
      on.line?.(last);
      if ('size' in last) {
        left = last.size;
        return piece.subarray(from);
      }
    }
    text += decoder.decode(piece.subarray(from), { stream: true });
    return piece.subarray(piece.length);
  };
  for (;;) {
    const { done, value } = await reader.read().catch(() => {
      throw broken();
    });
    if (done) break;
    const bytes = left > 0 ? value : linesOf(value);
    left -= bytes.length;
    if (bytes.length > 0) await on.bytes?.(bytes);
  }
  if (left !== 0 || last === null || 'step' in last) throw broken();
  return last;
}

const NEWLINE = 10;
