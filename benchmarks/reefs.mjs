// The limits of 100 random classes as the core says them, computed again from the formula of models M6 by a program of its own.
import { readFileSync } from "node:fs";

const classes = JSON.parse(readFileSync(0, "utf8").trim().split("\n").at(-1));
let worst = 0;
let plans = 0;
for (const one of classes) {
  const [full] = one.plans;
  one.plans.forEach((plan, at) => {
    const mean = (at === 0 ? one.full : one.full * Math.sqrt((full.area * full.arm) / (plan.area * plan.arm))) * one.newcomer;
    worst = Math.max(worst, Math.abs(one.said[at].mean - mean) / mean, Math.abs(one.said[at].gust - mean * one.gust) / mean);
    plans += 1;
  });
}
console.log(`${classes.length} classes, ${plans} plans`);
console.log(`reefs: ${worst.toExponential(1)} worst relative difference`);
if (worst > 1e-12) process.exit(1);
