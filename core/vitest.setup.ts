import fc from 'fast-check';

// A fixed seed keeps a run the same on every machine; `SEED=7 npx vitest run` hunts with another one.
fc.configureGlobal({ seed: Number(process.env.SEED ?? 20260302) });
