// The first look at large pages after a start: a fleet of 62 classes, a class with 500 versions, a logbook of 1,000 logs.
//   ./bench firsts
import { readFileSync } from "node:fs";
import { setTimeout as pause } from "node:timers/promises";
import { sql } from "./database.mjs";
import { bringIn } from "./growth.mjs";
import { Visitor } from "./visitor.mjs";

const base = process.env.BASE_URL;
const [captain, sailor] = [new Visitor(base), new Visitor(base)];
await captain.demo("odalys");
await sailor.demo("priya");

if (process.argv[2] === "prepare") {
  for (let at = 0; at < 53; at += 1) await bringIn(captain, `copy-${at}`, 60);
  await bringIn(captain, "grown", 2000);
  sql(`update session_logs set sailor_id = (select id from people where sign_in_name = 'priya') where id in
    (select l.id from session_logs l join classes c on c.id = l.class_id where c.key = 'grown' order by l.id limit 1000)`);
  sql(`insert into versions select (jsonb_populate_record(v, jsonb_build_object('number', v.number + n))).* from versions v, generate_series(1, 500) n
    where (v.class_id, v.number) = (select class_id, max(number) from versions where class_id = (select id from classes where key = 'grown') group by 1)`);
  // What the many runs say is kept before the app ends, as it is in a club that sails.
  while ((await (await captain.ask("/wenlow/classes/grown/evidence")).text()).includes("being read anew")) await pause(1000);
  await captain.page("/wenlow");
  // The server tidies up after so many rows; it is let do it now.
  sql("vacuum analyze");
} else {
  const began = performance.now();
  // What was sailed lately is worked out behind everybody's back.
  while (!readFileSync(process.env.APP_LOG, "utf8").includes("has been worked out")) await pause(200);
  const read = Math.round(performance.now() - began);
  const pages = [
    ["the fleet of 62 classes", captain, "/wenlow"],
    ["500 versions", captain, "/wenlow/classes/grown/versions"],
    ["a logbook of 1,000 logs", sailor, "/wenlow/logbook"],
    ["what 2,000 logs prove", captain, "/wenlow/classes/grown/evidence"],
    ["a matrix", captain, "/wenlow/classes/grown"],
    ["a card", sailor, "/wenlow/classes/grown/card?wind=14"],
    ["today", sailor, "/wenlow/today"],
  ];
  let worst = 0;
  console.log(`| page | first look, ms | second, ms |\n|---|---:|---:|`);
  for (const [name, who, path] of pages) {
    const [first, second] = [await who.page(path), await who.page(path)];
    worst = Math.max(worst, first);
    console.log(`| ${name} | ${Math.round(first)} | ${Math.round(second)} |`);
  }
  console.log(`${sql("select count(*) from classes where club_id = (select id from clubs where key = 'wenlow')")} classes; ready ${read} ms after the start`);
  console.log(`firsts: ${Math.round(worst)} ms`);
}
