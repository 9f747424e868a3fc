// What safe doors cost: signing in and the usual pages, this app against the one of an older commit, turn by turn.
//   ./bench signin [commit]
import { Visitor, median } from "./visitor.mjs";

const apps = { now: process.env.BASE_URL, before: process.env.BEFORE_URL };
const pages = ["/wenlow", "/wenlow/classes/quillet", "/wenlow/today?wind=12", "/wenlow/logbook"];
const [warm, rounds, signIns] = [20, 150, 40];

const times = Object.fromEntries(Object.keys(apps).map((app) => [app, Object.fromEntries(["sign-in", ...pages].map((name) => [name, []]))]));
const visitors = {};
for (const [app, base] of Object.entries(apps)) {
  visitors[app] = new Visitor(base);
  await visitors[app].demo("odalys");
}

for (let round = -warm; round < rounds; round += 1) {
  for (const app of round % 2 === 0 ? ["now", "before"] : ["before", "now"]) {
    for (const path of pages) {
      const took = await visitors[app].page(path);
      if (round >= 0) times[app][path].push(took);
    }
    if (round >= 0 && round < signIns) times[app]["sign-in"].push(await new Visitor(apps[app]).signIn("priya", "wenlow-reach"));
  }
}

console.log("| | before, ms | now, ms | ratio |\n|---|---:|---:|---:|");
const ratios = Object.keys(times.now).map((name) => {
  const [before, now] = [median(times.before[name]), median(times.now[name])];
  console.log(`| ${name} | ${before.toFixed(2)} | ${now.toFixed(2)} | ${(now / before).toFixed(2)} |`);
  return now / before;
});
console.log(`signin: worst ratio ${Math.max(...ratios).toFixed(2)}`);
