import { SingleBar } from 'cli-progress';
import { run } from './run';

const terminal: { bar?: SingleBar } = {};

/** A bar on a terminal; a line for each frame elsewhere, for whoever reads a log. */
function progress(done: number, total: number): void {
  if (!process.stderr.isTTY) return console.error(`${done} of ${total} frames`);
  if (!terminal.bar) {
    const format = '{bar} {value} of {total} frames, {eta_formatted} left';
    terminal.bar = new SingleBar({ format, stream: process.stderr });
    terminal.bar.start(total, 0);
  }
  terminal.bar.update(done);
}

const { code, out, err } = await run(process.argv.slice(2), { progress, data: console.log, say: console.error });
terminal.bar?.stop();
for (const line of err) console.error(line);
if (out !== '') console.log(out);
process.exitCode = code;
