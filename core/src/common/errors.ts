/**
 * Input that no number may be computed from. `path` names the field in the document (`layers[3].member.spacing`),
 * `allowed` what would be accepted there.
 */
export class InputError extends Error {
  readonly path: string;
  readonly problem: string;
  readonly allowed: string;

  constructor(path: string, problem: string, allowed: string) {
    super(`${path ? `${path}: ` : ''}${problem}. Allowed: ${allowed}.`);
    this.name = 'InputError';
    this.path = path;
    this.problem = problem;
    this.allowed = allowed;
  }
}
