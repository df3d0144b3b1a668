/**
 * Does work once what was asked of the page before has been painted.
 *
 * @returns forgets the work that is not done yet
 */
export function afterPaint(work: () => void): () => void {
  if (typeof requestAnimationFrame === 'undefined') {
    const timer = setTimeout(work);
    return () => clearTimeout(timer);
  }
  let timer: ReturnType<typeof setTimeout> | undefined;
  // A frame begins just before its painting, and a hidden page has none: then a little time has to do.
  const soon = setTimeout(now, 100);
  const frame = requestAnimationFrame(() => (timer = setTimeout(now)));
  function now(): void {
    forget();
    work();
  }
  function forget(): void {
    clearTimeout(soon);
    clearTimeout(timer);
    cancelAnimationFrame(frame);
  }
  return forget;
}
