import fc from 'fast-check';

/** Every property is tried with the same values in every run; `ELDRUN_SEED` tries others. A failure prints it with its path. */
fc.configureGlobal({ seed: Number(process.env['ELDRUN_SEED'] ?? 15) });

export default fc;
