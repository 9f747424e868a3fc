// Adding one log, and editing one cell, with many logs against few; each with the look at the matrix that follows it:
//   ./bench grow [few] [many] [rounds]
import { sql } from "./database.mjs";
import { bringIn, send } from "./growth.mjs";
import { Visitor, median } from "./visitor.mjs";

const few = Number(process.argv[2] ?? 100);
const many = Number(process.argv[3] ?? 100000);
const rounds = Number(process.argv[4] ?? 15);
const visitor = new Visitor(process.env.BASE_URL);
await visitor.demo("odalys");
async function measure(key) {
  const path = `/wenlow/classes/${key}`;
  const [logged, edited] = [[], []];
  for (let round = -3; round < rounds; round += 1) {
    const form = await (await visitor.ask(`${path}/log?wind=14&boat=class`)).text();
    let start = performance.now();
    await send(visitor, `${path}/log`, form, "class=\"log-form\"", { helmPort: "3", helmStarboard: "4", steadyFullSpeed: "held", flat: "held", trimmed: "held", rudderCentred: "held" });
    await visitor.page(path);
    if (round >= 0) logged.push(performance.now() - start);
    const cell = await (await visitor.ask(`${path}?cell=4.gooseneck`)).text();
    start = performance.now();
    await send(visitor, `${path}?cell=4.gooseneck&handler=Cell&act=save`, cell, "data-cell-form", { mark: round % 2 === 0 ? "20 1/2 in" : "20 in" });
    await visitor.page(path);
    if (round >= 0) edited.push(performance.now() - start);
  }
  return { logged: median(logged), edited: median(edited) };
}

/** As after a change of columns: nothing is kept of the class. How long the next look takes, and how long until it says what the logs say. */
async function readAnew(key) {
  const path = `/wenlow/classes/${key}`;
  sql(`delete from kept_bases where class_id = (select id from classes where key = '${key}');
    update classes set log_revision = log_revision + 1 where key = '${key}'`);
  const start = performance.now();
  await visitor.page(path);
  const looked = performance.now() - start;
  while ((await (await visitor.ask(`${path}/evidence`)).text()).includes("being read anew")) await new Promise((done) => setTimeout(done, 200));
  return { looked, read: performance.now() - start };
}

const results = {};
for (const [key, logs] of [["grow-few", few], ["grow-many", many]]) {
  const there = await bringIn(visitor, key, logs);
  results[key] = await measure(key);
  const anew = await readAnew(key);
  console.log(`${there} logs: columns changed, the matrix after it ${anew.looked.toFixed(0)} ms, all runs read anew ${(anew.read / 1000).toFixed(1)} s after it`);
  console.log(`${there} logs: a log and the matrix after it ${results[key].logged.toFixed(0)} ms, a cell and the matrix after it ${results[key].edited.toFixed(0)} ms`);
}
const ratio = (what) => results["grow-many"][what] / results["grow-few"][what];
console.log(`ratios: log ${ratio("logged").toFixed(2)}, cell ${ratio("edited").toFixed(2)}`);
console.log(`grow: ${Math.max(ratio("logged"), ratio("edited")).toFixed(2)}`);
