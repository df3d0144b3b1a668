/** Where a command writes. */
export interface Output {
  stdout: { write(text: string): unknown };
  stderr: { write(text: string): unknown };
}

export const EXIT = { ok: 0, verdictFails: 1, badInput: 2 } as const;
