const jobs = new Map<symbol, () => void>();
let scheduled = false;

function next(): void {
  const [first] = jobs;
  scheduled = jobs.size > 1;
  if (scheduled) requestAnimationFrame(next);
  if (!first) return;
  jobs.delete(first[0]);
  first[1]();
}

/** Does a job in a frame of its own, one a frame in the order asked; an owner's newer job takes the place of its older. */
export function inTurn(owner: symbol, job: () => void): void {
  jobs.set(owner, job);
  if (scheduled) return;
  scheduled = true;
  requestAnimationFrame(next);
}

/** Forgets what an owner asked for. */
export function outOfTurn(owner: symbol): void {
  jobs.delete(owner);
}
