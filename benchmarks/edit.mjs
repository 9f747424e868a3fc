// An edit of a class's definition (its settings) with many logs against few: ./bench edit [few] [many] [rounds]
import { bringIn, send } from "./growth.mjs";
import { Visitor, median } from "./visitor.mjs";

const few = Number(process.argv[2] ?? 100);
const many = Number(process.argv[3] ?? 100000);
const rounds = Number(process.argv[4] ?? 15);
const visitor = new Visitor(process.env.BASE_URL);
await visitor.demo("odalys");

const results = [];
for (const [key, logs] of [["edit-few", few], ["edit-many", many]]) {
  const there = await bringIn(visitor, key, logs);
  const path = `/wenlow/classes/${key}/settings`;
  const times = [];
  for (let round = -3; round < rounds; round += 1) {
    const page = await (await visitor.ask(path)).text();
    const start = performance.now();
    await send(visitor, path, page, 'class="stack', { about: `Edited ${round + 4} times.` });
    if (round >= 0) times.push(performance.now() - start);
  }
  results.push(median(times));
  console.log(`${there} logs: an edit of the settings ${median(times).toFixed(1)} ms`);
}
console.log(`edit: ${(results[1] / results[0]).toFixed(2)}`);
