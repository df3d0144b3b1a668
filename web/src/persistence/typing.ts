/** Whether keys typed there belong to a field. */
export function isTyping(target: HTMLElement): boolean {
  return target.matches?.('input, textarea, select, [contenteditable="true"]') ?? false;
}
