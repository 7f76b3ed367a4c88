import { must } from './sh.mjs';

/**
 * The long run of what goes wrong outside of the program: `npm run faults -- --minutes 20 [--from 1]`. Browsers are
 * killed and graphics cards lost at work, and nothing that was said to be kept may be lost. `npm run verify` has a
 * short one.
 */
const option = (name, otherwise) => {
  const at = process.argv.indexOf(`--${name}`);
  return at >= 0 ? process.argv[at + 1] : otherwise;
};
await must('Building', 'npm', ['run', '-s', 'build']);
const env = { ...process.env, CI: '1', FAULTS_MINUTES: option('minutes', '20'), FAULTS_SEED: option('from', '1') };
await must('Faults', 'npx', ['playwright', 'test', 'e2e/faults.spec.ts', '--workers', '1'], { env });
