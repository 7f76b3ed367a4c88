import { run } from './run';

const { code, out, err } = await run(process.argv.slice(2), { progress: console.error, data: console.log });
for (const line of err) console.error(line);
if (out !== '') console.log(out);
process.exitCode = code;
