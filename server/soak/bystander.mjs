import { readFileSync } from 'node:fs';
import { Agent, get } from 'node:http';
import { parentPort, workerData } from 'node:worker_threads';

/**
 * A thread that does nothing but ask a server something plain, and measures how long it waits; told to stop, it says all it saw. With each wait, in milliseconds,
 * goes how long this thread itself stood still meanwhile, and how long a processor was lent to another machine where this one is virtual: both the machine’s
 * doing; and how long the server’s own thread waited for a processor.
 */
const { url, pid } = workerData;
const agent = new Agent({ keepAlive: true, maxSockets: 1 });
const [every, tick] = [20, 5];
const waits = [];
let isOver = false;
parentPort.once('message', () => void (isOver = true));

let stood = 0;
let last = performance.now();
const beat = setInterval(() => {
  stood = Math.max(stood, performance.now() - last - tick);
  last = performance.now();
}, tick);

/** Linux: how long the first thread of a process has stood in line for a processor since it began. */
function inLine() {
  try {
    const [, waited] = readFileSync(`/proc/${pid}/task/${pid}/schedstat`, 'utf8').split(' ');
    return Number(waited) / 1e6;
  } catch {
    return 0;
  }
}
/** Linux: how long each processor has been lent to other machines since this one began. Counted in hundredths of a second. */
function lentSoFar() {
  try {
    const each = readFileSync('/proc/stat', 'utf8').matchAll(/^cpu\d+(?: \d+){7} (\d+)/gm);
    return [...each].map(([, lent]) => Number(lent) * 10);
  } catch {
    return [];
  }
}
/** A connection that the server closes just as it is asked again is no answer that failed: it is asked once more. */
const answer = (isAgain = false) =>
  new Promise((done) => {
    const asked = get(url, { agent }, (response) => {
      response.resume();
      response.on('end', () => done(response.statusCode));
    });
    asked.on('error', (error) => {
      if (asked.reusedSocket && error.code === 'ECONNRESET' && !isAgain) void answer(true).then(done);
      else done(0);
    });
  });

while (!isOver) {
  const [from, stoodInLine, before] = [performance.now(), inLine(), lentSoFar()];
  stood = 0;
  last = from;
  const status = await answer();
  const now = performance.now();
  const still = Math.max(stood, now - last - tick);
  // A thread on a processor that is lent waits until it is given back.
  const lent = Math.max(0, ...lentSoFar().map((so, n) => so - (before[n] ?? so)));
  waits.push({ status, wait: now - from, still, lent, inLine: inLine() - stoodInLine });
  await new Promise((go) => setTimeout(go, every));
}
clearInterval(beat);
agent.destroy();
parentPort.postMessage(waits);
