// Builds the scripts: the pages' in parts, and the service worker, which is told what the parts are called.
import { build } from "esbuild";
import { readdirSync, rmSync } from "node:fs";

const web = `${import.meta.dirname}/..`;
const out = `${web}/wwwroot/dist`;
for (const file of readdirSync(out).filter((name) => name.endsWith(".js"))) rmSync(`${out}/${file}`);
const usual = { bundle: true, minify: true, target: "es2022", logLevel: "warning" };
await build({ ...usual, entryPoints: [`${web}/Client/site.js`], splitting: true, chunkNames: "part-[name]-[hash]", format: "esm", outdir: out });
const parts = readdirSync(out).filter((name) => name.startsWith("part-") || name.endsWith(".woff2"));
await build({
  ...usual,
  entryPoints: [`${web}/Client/service-worker.js`],
  format: "iife",
  outfile: `${web}/wwwroot/sw.js`,
  define: { "process.env.NODE_ENV": '"production"', "self.REGATTA_PARTS": JSON.stringify(parts.map((name) => `/dist/${name}`)) },
});
