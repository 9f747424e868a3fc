// Waits until an app answers, as long as its process lives and for twenty minutes at most: a start takes as long as its machine needs.
//   node scripts/answers.mjs URL PROCESS
import { setTimeout as pause } from "node:timers/promises";
import { fileURLToPath } from "node:url";

/** @param {string} url @param {() => boolean} lives Whether the process that should answer is still there. */
export async function answers(url, lives) {
  const end = Date.now() + 20 * 60_000;
  while (Date.now() < end) {
    try {
      if ((await fetch(url, { signal: AbortSignal.timeout(30_000) })).ok) return;
    } catch { /* Not yet. */ }
    if (!lives()) throw new Error(`What should answer on ${url} has ended.`);
    await pause(250);
  }
  throw new Error(`${url} did not answer within twenty minutes.`);
}

function lives(process_) {
  try {
    return process.kill(process_, 0);
  } catch {
    return false;
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await answers(process.argv[2], () => lives(Number(process.argv[3])));
