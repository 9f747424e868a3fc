// A class of many logs is deleted: how long a writer of another class waits meanwhile. ./bench delete [logs]
import { bringIn, send } from "./growth.mjs";
import { sql } from "./database.mjs";
import { Visitor } from "./visitor.mjs";

const logs = Number(process.argv[2] ?? 100000);
const visitor = new Visitor(process.env.BASE_URL);
await visitor.demo("odalys");
const there = await bringIn(visitor, "delete-many", logs);
await visitor.page("/wenlow/classes/delete-many");
const other = new Visitor(process.env.BASE_URL);
await other.demo("tamsin");

let going = true;
const waits = [];
const writer = (async () => {
  for (let round = 0; going; round += 1) {
    const cell = await (await other.ask("/wenlow/classes/quillet?cell=4.gooseneck")).text();
    const start = performance.now();
    await send(other, "/wenlow/classes/quillet?cell=4.gooseneck&handler=Cell&act=save", cell, "data-cell-form", { mark: round % 2 === 0 ? "20 1/2 in" : "20 in" });
    waits.push(performance.now() - start);
  }
})();

const page = await (await visitor.ask("/wenlow/classes/delete-many/delete")).text();
const start = performance.now();
await send(visitor, "/wenlow/classes/delete-many/delete", page, 'method="post" class="stack', { name: "delete-many" });
const took = performance.now() - start;
going = false;
await writer;
const left = Number(sql("select count(*) from classes where key = 'delete-many'"));
if (left !== 0) throw new Error("The class is still there.");
const worst = Math.max(...waits);
console.log(`${there} logs: deleted in ${(took / 1000).toFixed(1)} s; ${waits.length} cells of another class were written meanwhile`);
console.log(`delete: ${(worst / 1000).toFixed(2)} s the longest wait of another class's writer`);
