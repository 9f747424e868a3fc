// The answer to a moved slider of the drawing: ./bench balance [rounds]. The page is asked as a browser's script asks for it, one after the
// other, by a signed-in member.
import { Visitor } from "./visitor.mjs";

const rounds = Number(process.argv[2] ?? 400);
const visitor = new Visitor(process.env.BASE_URL);
await visitor.demo("priya");
const times = [];
for (let round = 0; round < rounds + 100; round += 1) {
  const path = `/wenlow/classes/tandry/balance?wind=12&unit=kn&plan=full&mode=upwind&c-mast-foot=${1 + (round % 7)}&c-centreboard=${round % 60}&heel=${(round % 60) - 30}`;
  const began = performance.now();
  const answer = await visitor.ask(path, { headers: { "HX-Request": "true" } });
  const html = await answer.text();
  const took = performance.now() - began;
  if (answer.status !== 200 || !html.includes("water holds here")) throw new Error(`${answer.status}`);
  // The first rounds compile.
  if (round >= 100) times.push(took);
}
times.sort((one, other) => one - other);
const at = (share) => times[Math.floor(times.length * share)];
console.log(`${times.length} answers; in the middle ${at(0.5).toFixed(1)} ms, the slowest ${times.at(-1).toFixed(1)} ms`);
console.log(`balance: ${at(0.95).toFixed(1)} ms for 95 of 100`);
